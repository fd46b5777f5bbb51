import type { KeptAnswer, ModelQuestion } from '@yellow-sieve/core';

const patienceMs = 120_000;

/** Asks a model server of the chat-completions interface at `url`, such as `http://127.0.0.1:7411/v1`. */
export function modelAt(url: string): (want: ModelQuestion) => Promise<KeptAnswer> {
  return async (want) => {
    try {
      const response = await fetch(`${url.replace(/\/$/, '')}/chat/completions`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(want.request),
        signal: AbortSignal.timeout(patienceMs),
      });
      if (!response.ok) return { kind: 'failed', detail: `it answered ${response.status}` };
      const data = (await response.json()) as {
        choices?: { finish_reason?: string; message?: { content?: string } }[];
      };
      const choice = data.choices?.[0];
      return {
        kind: 'answered',
        content: choice?.message?.content ?? '',
        complete: choice?.finish_reason !== 'length',
      };
    } catch {
      return { kind: 'failed', detail: `it cannot be reached at ${url}` };
    }
  };
}
