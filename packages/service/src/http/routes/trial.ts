import { trialEndpoints } from '@yellow-sieve/contract';
import { YsError } from '@yellow-sieve/core';
import { checklistOf } from '../../sieves/checklist.js';
import { tryOut } from '../../sieves/try-out.js';
import { deliverForReal, keptBackOf, keptTargets, settleKept } from '../../store/kept-back-store.js';
import { messageRow } from '../../store/message-store.js';
import { getSieve } from '../../store/sieve-store.js';
import { beginTrial, endTrial } from '../../store/trial-store.js';
import type { ServeContext } from '../serve-context.js';
import { serveEndpoint } from '../serve-endpoint.js';

/** Sieves on trial: beginning, ending, and what was kept back. */
export function serveTrial(context: ServeContext): void {
  const { app, db, onward, secrets, outgoing } = context;
  serveEndpoint(app, db, trialEndpoints.get, ({ params }) => trialItem(context, params.name));
  serveEndpoint(app, db, trialEndpoints.begin, async ({ params }, { caller }) => {
    await beginTrial(db, params.name, caller?.name ?? '');
    return trialItem(context, params.name);
  });
  serveEndpoint(app, db, trialEndpoints.turnOn, async ({ params, body }) => {
    const { trial, checklist } = await trialItem(context, params.name);
    const open = checklist.filter(({ ok }) => !ok).map(({ text }) => text.replace(/\.$/, ''));
    if (trial && open.length > 0 && !body.anyway)
      throw new YsError('YS-TRIAL-OPEN', { sieve: params.name, open: open.join('; ') });
    await endTrial(db, params.name);
    const count = await settleKept(db, { sieve: params.name }, body.kept);
    onward();
    return { count };
  });
  serveEndpoint(app, db, trialEndpoints.settle, async ({ params, body }) => {
    await getSieve(db, params.name);
    const count = await settleKept(db, { sieve: params.name, destination: body.destination }, body.do);
    onward();
    return { count };
  });
  serveEndpoint(app, db, trialEndpoints.targets, async ({ params }) => {
    await messageRow(db, params.key);
    return { items: await keptTargets(db, params.key) };
  });
  serveEndpoint(app, db, trialEndpoints.deliver, async ({ params, body }) => {
    await messageRow(db, params.key);
    const count = await deliverForReal(db, params.key, body.targets);
    onward();
    return { count };
  });
  serveEndpoint(app, db, trialEndpoints.tryOut, async ({ params }, { caller }) => {
    if (!caller?.email) throw new YsError('YS-TRIAL-NO-ADDRESS');
    return tryOut({ db, secrets, outgoing }, params.key, caller.email);
  });
}

async function trialItem({ db, trying, secrets, outgoing }: ServeContext, name: string) {
  const { trial } = await getSieve(db, name);
  return {
    trial: trial && { since: trial.since.toISOString(), by: trial.by },
    kept: await keptBackOf(db, name),
    checklist: await checklistOf({ trying, secrets, outgoing }, name),
  };
}
