import type { Estimate } from '@yellow-sieve/contract';
import { and, avg, count, eq, isNotNull } from 'drizzle-orm';
import type { Database } from '../database/connect.js';
import { keptAnswer } from '../database/schema.js';
import type { ModelConnection } from '../store/model-store.js';

/** Answers from which on their mean says more than the length of the questions. */
const minAnswers = 5;
/** Characters of a token, as most models cut European languages. */
const charactersPerToken = 4;
/** Tokens of an answer: a handful of fields with their quotes. */
const answerTokens = 200;

/** What some questions would take: by the mean of the answers this model gave so far, else by how long they are. */
export async function estimateAsks(
  db: Database,
  model: ModelConnection | null,
  { questions, characters }: { questions: number; characters: number },
): Promise<Estimate> {
  const [known] = model
    ? await db
        .select({ mean: avg(keptAnswer.tokens), count: count() })
        .from(keptAnswer)
        .where(and(eq(keptAnswer.model, model.model), isNotNull(keptAnswer.tokens)))
    : [];
  const byLength = characters / charactersPerToken + questions * answerTokens;
  const tokens = Math.round((known?.count ?? 0) >= minAnswers ? Number(known?.mean) * questions : byLength);
  return { tokens, price: priceOf(model, tokens) };
}

/** What some tokens cost; null where the connection states no price. */
export function priceOf(
  model: Pick<ModelConnection, 'price_per_1000_tokens' | 'price_per_1000_answer_tokens' | 'currency'> | null,
  question: number,
  answer = 0,
): Estimate['price'] {
  const { price_per_1000_tokens: price, price_per_1000_answer_tokens: ofAnswer = price, currency } = model ?? {};
  if (price === undefined || currency === undefined) return null;
  return { value: Math.round(price * question * 1000 + (ofAnswer ?? 0) * answer * 1000) / 1_000_000, currency };
}
