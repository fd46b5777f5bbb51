import * as v from 'valibot';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { ModelConnection } from '../store/model-store.js';

export type Asked =
  | { ok: true; content: string; complete: boolean; tokens: number | null }
  | { ok: false; detail: string; final: boolean; retryAfterSeconds?: number };

const completion = v.object({
  choices: v.pipe(
    v.array(
      v.object({
        finish_reason: v.nullish(v.string(), null),
        message: v.object({ content: v.nullish(v.string(), '') }),
      }),
    ),
    v.minLength(1),
  ),
  usage: v.optional(v.object({ total_tokens: v.optional(v.number()) })),
});

/** Asks a model over the chat-completions interface, once. The mail's text goes to the address that was set up, and nowhere it redirects to. */
export async function askModel(outgoing: Outgoing, model: ModelConnection, request: unknown): Promise<Asked> {
  const answer = await outgoing.send({
    method: 'POST',
    url: `${model.url.replace(/\/$/, '')}/chat/completions`,
    headers: model.key ? { authorization: `Bearer ${model.key}` } : {},
    body: { ...(request as object), model: model.model },
    patienceMs: model.timeout_seconds * 1000,
  });
  if (answer.kind === 'private') return { ok: false, detail: answer.detail.replace(/\.$/, ''), final: true };
  if (answer.kind === 'silent' && answer.timedOut)
    return { ok: false, detail: `no answer within ${model.timeout_seconds} seconds`, final: false };
  if (answer.kind !== 'answer') return { ok: false, detail: 'it cannot be reached', final: false };
  if (answer.status < 200 || answer.status > 299) return refusal(answer.status, answer.retryAfterSeconds);
  return read(answer.text);
}

function read(text: string): Asked {
  const parsed = v.safeParse(v.pipe(v.string(), v.parseJson(), completion), text);
  const choice = parsed.success ? parsed.output.choices[0] : undefined;
  if (!parsed.success || !choice)
    return { ok: false, detail: 'its answer is not of the interface’s shape', final: false };
  return {
    ok: true,
    content: choice.message.content ?? '',
    complete: choice.finish_reason !== 'length',
    tokens: parsed.output.usage?.total_tokens ?? null,
  };
}

/** 4xx is a request nobody will ever answer, save for “too many” and “too slow”; a redirect is not followed. */
function refusal(status: number, retryAfterSeconds: number | null): Asked {
  const final = status < 500 && status !== 429 && status !== 408;
  return {
    ok: false,
    detail: status < 400 ? `it answered ${status}, which leads elsewhere and is not followed` : `it answered ${status}`,
    final,
    ...(retryAfterSeconds === null ? {} : { retryAfterSeconds }),
  };
}
