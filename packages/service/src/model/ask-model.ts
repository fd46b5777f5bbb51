import type { ChatRequest } from '@yellow-sieve/core';
import * as v from 'valibot';
import type { Outgoing } from '../outgoing/outgoing.js';
import type { ModelConnection } from '../store/model-store.js';

export type Asked =
  | { ok: true; content: string; complete: boolean; tokens: Tokens | null; ms: number }
  | { ok: false; detail: string; final: boolean; retryAfterSeconds?: number };

/** Tokens of a question and its answer. */
interface Tokens {
  question: number;
  answer: number;
}

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
  usage: v.nullish(
    v.object({
      prompt_tokens: v.nullish(v.number()),
      completion_tokens: v.nullish(v.number()),
      total_tokens: v.nullish(v.number()),
    }),
  ),
});

/** Asks a model over the chat-completions interface, once. The mail's text goes to the address that was set up, and nowhere it redirects to. */
export async function askModel(outgoing: Outgoing, model: ModelConnection, request: unknown): Promise<Asked> {
  const begun = performance.now();
  const answer = await outgoing.send({
    method: 'POST',
    url: `${model.url.replace(/\/$/, '')}/chat/completions`,
    headers: { ...(model.key ? { authorization: `Bearer ${model.key}` } : {}), ...model.headers },
    body: bodyFor(model, request as ChatRequest),
    patienceMs: model.timeout_seconds * 1000,
  });
  if (answer.kind === 'private') return { ok: false, detail: answer.detail.replace(/\.$/, ''), final: true };
  if (answer.kind === 'silent' && answer.timedOut)
    return { ok: false, detail: `no answer within ${model.timeout_seconds} seconds`, final: false };
  if (answer.kind !== 'answer') return { ok: false, detail: 'it cannot be reached', final: false };
  if (answer.status < 200 || answer.status > 299) return refusal(answer.status, answer.retryAfterSeconds);
  return read(answer.text, Math.round(performance.now() - begun));
}

/** The request as its server takes it: one that knows no schemas is told in words what the answer must be like. */
function bodyFor({ model, schema }: Pick<ModelConnection, 'model' | 'schema'>, request: ChatRequest): object {
  if (schema) return { ...request, model };
  const { response_format: format, messages, ...rest } = request;
  const told = `Answer with one JSON object and nothing else. Its JSON Schema:\n${JSON.stringify(format.json_schema.schema)}`;
  return {
    ...rest,
    model,
    messages: messages.map((message, i) =>
      i === 0 ? { ...message, content: `${message.content}\n${told}` } : message,
    ),
  };
}

/** A question of a few words, to see that an answer comes. */
export async function tryModel(outgoing: Outgoing, model: ModelConnection): Promise<{ ok: boolean; detail: string }> {
  const asked = await askModel(outgoing, model, {
    model: model.model,
    temperature: 0,
    messages: [{ role: 'user', content: 'Answer with the JSON object {"ready": true}.' }],
    response_format: {
      type: 'json_schema',
      json_schema: {
        name: 'ready',
        strict: true,
        schema: {
          type: 'object',
          additionalProperties: false,
          required: ['ready'],
          properties: { ready: { type: 'boolean' } },
        },
      },
    },
  } satisfies ChatRequest);
  if (!asked.ok) return { ok: false, detail: asked.detail };
  const { tokens, ms } = asked;
  const used =
    tokens === null ? 'it does not say how many tokens it used' : `${tokens.question + tokens.answer} tokens`;
  return { ok: true, detail: `“${model.model}” answers, in ${(ms / 1000).toFixed(1)} s, ${used}` };
}

function read(text: string, ms: number): Asked {
  const parsed = v.safeParse(v.pipe(v.string(), v.parseJson(), completion), text);
  const choice = parsed.success ? parsed.output.choices[0] : undefined;
  if (!parsed.success || !choice)
    return { ok: false, detail: 'its answer is not of the interface’s shape', final: false };
  return {
    ok: true,
    content: choice.message.content ?? '',
    complete: choice.finish_reason !== 'length',
    tokens: tokensOf(parsed.output.usage),
    ms,
  };
}

function tokensOf(usage: v.InferOutput<typeof completion>['usage']): Tokens | null {
  const { prompt_tokens: question, completion_tokens: answer, total_tokens: total } = usage ?? {};
  if (typeof question === 'number') return { question, answer: answer ?? Math.max(0, (total ?? question) - question) };
  return typeof total === 'number' ? { question: total, answer: 0 } : null;
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
