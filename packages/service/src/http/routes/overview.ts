import {
  deliveryStates,
  liveEndpoints,
  type MessageCounts,
  messageStates,
  overviewEndpoints,
} from '@yellow-sieve/contract';
import { dayOf } from '../../store/change-store.js';
import { stoppedDeliveries, troubledDestinations } from '../../store/delivery-store.js';
import { mailboxHeads } from '../../store/mailbox-store.js';
import { waitingAsks } from '../../store/model-use-store.js';
import { countsOf } from '../../store/tally-store.js';
import { isStillKnown } from '../auth.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';
import { driftItems } from './drift.js';

/** Stopped deliveries that are told one by one; the rest is a number. */
const maxStopped = 5;
/** Destinations in trouble that are told. */
const maxTroubled = 20;

/** The overview, and the stream that keeps it and all other pages up to date. */
export function serveOverview({ app, db, live }: ServeContext): void {
  serveEndpoint(app, db, overviewEndpoints.get, ({ query }) => overview(db, query.days));
  serveEndpoint(app, db, liveEndpoints.changes, async (_, { caller, request }) =>
    live.subscribe({ on: ownerOf(caller), allowed: () => isStillKnown(db, request) }),
  );
}

async function overview(db: ServeContext['db'], days: number) {
  const shown = lastDays(days);
  const counts = await countsOf(db, 'message');
  const within = counts.filter(({ day }) => day >= (shown[0] ?? ''));
  const deliveries = await countsOf(db, 'delivery');
  const mailboxes = await mailboxHeads(db);
  const all = sumOf(messageStates, counts);
  return {
    days: shown.map((day) => ({ day, counts: countsOn(within, day) })),
    messages: sumOf(messageStates, within),
    mailboxes: mailboxes.map(({ id, name, title, addresses, last }) => {
      const own = within.filter(({ owner }) => owner === id);
      return {
        name,
        title,
        addresses,
        last,
        counts: sumOf(messageStates, own),
        days: shown.map((day) => countsOn(own, day)),
      };
    }),
    wants: { review: all.review, failed: all.failed, deliveries: sumOf(deliveryStates, deliveries) },
    drift: (await driftItems(db)).filter(({ seen_by }) => seen_by === null),
    asking: await askingOf(db),
    stopped: await stoppedDeliveries(db, maxStopped),
    troubled: await troubledDestinations(db, maxTroubled),
  };
}

/** What waits for the model, and why, by the sieve that asks. */
const askingOf = async (db: ServeContext['db']) =>
  (await waitingAsks(db)).map(({ sieve, messages, held, detail }) => ({
    sieve: sieve ?? '',
    messages,
    held,
    detail: detail ?? '',
  }));

type Counted = Awaited<ReturnType<typeof countsOf>>[number];

const dayMs = 24 * 3600_000;

/** The last days up to today (UTC), oldest first. */
const lastDays = (days: number): string[] =>
  Array.from({ length: days }, (_, i) => dayOf(new Date(Date.now() - (days - 1 - i) * dayMs)));

const countsOn = (counts: readonly Counted[], day: string): MessageCounts =>
  sumOf(
    messageStates,
    counts.filter((counted) => counted.day === day),
  );

function sumOf<S extends string>(states: readonly S[], counts: readonly Counted[]): Record<S, number> {
  const sums = Object.fromEntries(states.map((state) => [state, 0])) as Record<S, number>;
  for (const { state, count } of counts) if (state in sums) sums[state as S] += count;
  return sums;
}
