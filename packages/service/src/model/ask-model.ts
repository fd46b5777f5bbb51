import { fetch } from 'undici';
import * as v from 'valibot';
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

/** Bytes of an answer that are read at the most; a model that goes on and on is cut off. */
const mostBytes = 1024 * 1024;

/** Asks a model over the chat-completions interface, once. */
export async function askModel(model: ModelConnection, request: unknown): Promise<Asked> {
  try {
    const response = await fetch(`${model.url.replace(/\/$/, '')}/chat/completions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...(model.key ? { authorization: `Bearer ${model.key}` } : {}) },
      body: JSON.stringify({ ...(request as object), model: model.model }),
      signal: AbortSignal.timeout(model.timeout_seconds * 1000),
    });
    const text = (await response.text()).slice(0, mostBytes);
    if (!response.ok) return refusal(response.status, response.headers.get('retry-after'));
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
  } catch (error) {
    return {
      ok: false,
      detail:
        (error as Error).name === 'TimeoutError'
          ? `no answer within ${model.timeout_seconds} seconds`
          : 'it cannot be reached',
      final: false,
    };
  }
}

/** 4xx is a request nobody will ever answer, save for “too many” and “too slow”. */
function refusal(status: number, retryAfter: string | null): Asked {
  const final = status >= 400 && status < 500 && status !== 429 && status !== 408;
  const seconds = Number(retryAfter);
  return {
    ok: false,
    detail: `it answered ${status}`,
    final,
    ...(seconds > 0 ? { retryAfterSeconds: Math.min(seconds, 3600) } : {}),
  };
}
