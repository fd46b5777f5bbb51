import { modelEndpoints } from '@yellow-sieve/contract';
import { askNow, type TryText } from '../../model/ask-now.js';
import { ruleStates } from '../../sieves/rule-state.js';
import { openModel } from '../../store/model-store.js';
import { ceilingIn, spentToday, useSince } from '../../store/model-use-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';
import { itemOf } from './workbench.js';

const dayMs = 24 * 3600_000;

/** What asking a model takes, and trying a text that asks. */
export function serveModel(context: ServeContext): void {
  const { app, db, secrets, show, trying, onward } = context;
  serveEndpoint(app, db, modelEndpoints.use, async ({ query: { days } }) => {
    const since = new Date(Date.now() - (days - 1) * dayMs).toISOString().slice(0, 10);
    const rows = await useSince(db, since);
    return {
      items: rows.map(({ price, currency, ...row }) => ({
        ...row,
        price: currency === '' ? null : { value: Number(price), currency },
      })),
    };
  });
  serveEndpoint(app, db, modelEndpoints.ask, async ({ params, body }, { caller }) => {
    const { source, messages, live, dry } = body;
    const { before, after } = await ruleStates(db, params.name, source);
    const states = live && before ? [after, before] : [after];
    const model = await trying.model();
    const trials: TryText[] = [];
    for (const ref of messages) {
      const item = await itemOf(context, params.name, ref);
      for (const state of states)
        trials.push((answers) =>
          show.shown(
            { database: trying.databaseUrl, sieve: params.name, item, state, model, answers },
            ownerOf(caller),
          ),
        );
    }
    const connection = await openModel(db, secrets);
    const asked = await askNow(db, connection, trials, dry);
    if (!dry) onward();
    const { currency } = connection ?? {};
    const spent = currency === undefined ? null : { value: await spentToday(db, params.name, currency), currency };
    return { ...asked, today: { spent, ceiling: ceilingIn(source) } };
  });
}
