import { type Scene, viewOf } from '../names/index.js';
import type { Facts, ModelQuestion } from '../rules/index.js';
import { parseAnswer } from '../rules/prompt/answer.js';
import { findQuotes } from '../rules/prompt/find-quote.js';
import { ordersIn } from '../rules/prompt/orders.js';
import { inParts } from '../rules/prompt/parts.js';
import { buildRequest, digestOfRequest, fenced, type Question } from '../rules/prompt/request.js';
import { ownTypes } from '../values/index.js';
import { noneOfThese } from './learn.js';

/** A category as a model is told of it. */
export interface Description {
  category: string;
  about?: string | undefined;
}

/** What a model says of a message, or why it says nothing. */
export type Described =
  | { kind: 'wants'; want: Omit<ModelQuestion, 'sieve'> }
  | { kind: 'chosen'; category: string; quote: string | null }
  | { kind: 'not chosen'; why: string };

/** What of a message tells its category: its subject, and the sender’s own words. */
const shownParts = ['message.subject', 'message.body'];
const field = 'category';

/**
 * Has a model choose between described categories and “none of these”. The words that it rests on must stand in the message, and
 * must be none that talk to it: then it has chosen, else not.
 */
export function chooseDescribed(
  descriptions: readonly Description[],
  { answers, model, limits }: Pick<Facts, 'answers' | 'model' | 'limits'>,
  scene: Scene,
): Described {
  const views = shownParts.flatMap((name) => viewOf(name, scene.form, () => scene) ?? []);
  // A category shows in the first part or not at all.
  const [shown = []] = inParts(views, [], limits.promptText);
  const text = shown.map((view) => view.text.trim()).join('\n\n');
  const request = buildRequest(questionOf(descriptions), [], fenced(text, scene.reading.date), model);
  const digest = digestOfRequest(request);
  const answer = Object.hasOwn(answers, digest) ? answers[digest] : undefined;
  if (!answer) return { kind: 'wants', want: { kind: 'answer', digest, rule: 'sorter', request } };
  if (answer.kind === 'not tried') return notChosen('no model was asked');
  if (answer.kind === 'failed') return notChosen(`the model gave no answer: ${answer.detail}`);
  const said = answer.complete ? parseAnswer(answer.content) : null;
  if (!said) return notChosen('the model’s answer cannot be read');
  const [entry] = said.fields[field] ?? [];
  if (!entry) return notChosen('the model does not say either');
  if (entry.value === noneOfThese) return { kind: 'chosen', category: noneOfThese, quote: entry.quote };
  const chosen = descriptions.find(({ category }) => category === entry.value);
  if (!chosen) return notChosen(`the model answers “${String(entry.value).slice(0, 60)}”, which is no category`);
  const { quote } = entry;
  const name = `the model says ${chosen.category}`;
  if (quote === null) return notChosen(`${name}, and no words of the message for it`);
  const places = shown.flatMap((view) => findQuotes(view, quote).map((place) => ({ place, view })));
  if (places.length === 0) return notChosen(`${name} for “${quote.slice(0, 100)}”, which the message does not say`);
  const isOrder = ({ place, view }: (typeof places)[number]) =>
    ordersIn(view).some(({ start, end }) => start < place.end && place.start < end);
  if (places.every(isOrder))
    return notChosen(`${name} for “${quote.slice(0, 100)}”, where the message gives it orders`);
  return { kind: 'chosen', category: chosen.category, quote };
}

const notChosen = (why: string): Described => ({ kind: 'not chosen', why });

function questionOf(descriptions: readonly Description[]): Question {
  const choices = [...descriptions.map(({ category }) => category), noneOfThese];
  const told = descriptions.map(({ category, about }) => `- ${category}${about ? `: ${about}` : ''}`);
  return {
    ask: [
      `Which of these is the email about? What is clearly about something else is “${noneOfThese}”; where it is not clear, answer null.`,
      ...told,
    ].join('\n'),
    fields: { [field]: { type: ownTypes.oneOf, choices, basis: 'judged' } },
    columns: {},
  };
}
