import { setTimeout as sleep } from 'node:timers/promises';
import Fastify from 'fastify';
import { answerRequest } from './answer.js';
import type { ChatRequest } from './request.js';

/** How the stand-in is told to behave. */
export type Mood = 'well' | 'fail' | 'stall' | 'overrun' | 'nonsense' | 'limit' | 'invent' | 'obey';

const stallMs = 120_000;

export interface ModelStandIn {
  port: number;
  mood(mood: Mood): void;
  close(): Promise<void>;
}

/** A simulated language model that speaks the chat-completions interface. It is no model, and says so. */
export async function startModel(port: number): Promise<ModelStandIn> {
  const app = Fastify({ bodyLimit: 4 * 1024 * 1024, forceCloseConnections: true });
  let mood: Mood = 'well';
  let asked = 0;
  app.post<{ Body: { mood: Mood } }>('/mood', async (request) => {
    mood = request.body.mood;
    return { mood };
  });
  app.get('/', async () => ({ what: 'a stand-in for a language model', mood, asked }));
  app.post<{ Body: ChatRequest }>('/v1/chat/completions', async (request, reply) => {
    asked++;
    if (mood === 'fail') return reply.status(500).send({ error: { message: 'told to fail' } });
    if (mood === 'limit')
      return reply
        .status(429)
        .header('retry-after', '1')
        .send({ error: { message: 'told to be over its limit' } });
    if (mood === 'stall') await sleep(stallMs, undefined, { ref: false });
    const content =
      mood === 'nonsense'
        ? 'I would rather talk about the weather.'
        : JSON.stringify(answerRequest(request.body, { invents: mood === 'invent', obeys: mood === 'obey' }));
    const cut = mood === 'overrun';
    return {
      id: `stand-in-${asked}`,
      object: 'chat.completion',
      model: request.body.model,
      choices: [
        {
          index: 0,
          finish_reason: cut ? 'length' : 'stop',
          message: { role: 'assistant', content: cut ? content.slice(0, content.length / 2) : content },
        },
      ],
      usage: usageOf(request.body.messages, content),
    };
  });
  await app.listen({ host: '127.0.0.1', port });
  return {
    port: (app.server.address() as { port: number }).port,
    mood: (now) => {
      mood = now;
    },
    close: () => app.close(),
  };
}

/** As most models cut European languages: four characters a token. */
function usageOf(messages: ChatRequest['messages'], content: string) {
  const tokens = (text: string) => Math.ceil(text.length / 4);
  const [prompt, completion] = [tokens(JSON.stringify(messages)), tokens(content)];
  return { prompt_tokens: prompt, completion_tokens: completion, total_tokens: prompt + completion };
}
