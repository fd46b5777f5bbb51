import { startModel } from '@yellow-sieve/stand-ins';

/** A way to ask a model over the chat-completions interface: the one at an address, else the stand-in, which is closed with it. */
export async function modelAt(url) {
  const standIn = url === null ? await startModel(0) : null;
  const address = url ?? `http://127.0.0.1:${standIn.port}/v1`;
  async function ask(request) {
    const response = await fetch(`${address}/chat/completions`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(request),
    });
    if (!response.ok) return { kind: 'failed', detail: `it answered ${response.status}` };
    const [choice] = (await response.json()).choices;
    return { kind: 'answered', content: choice.message.content, complete: choice.finish_reason !== 'length' };
  }
  return { ask, close: () => standIn?.close() };
}
