import { noticeEndpoints, noticeKinds } from '@yellow-sieve/contract';
import { say } from '@yellow-sieve/core';
import { tellPlan } from '../../notices/watch.js';
import {
  listNotices,
  listPlans,
  muteCause,
  planRow,
  putPlan,
  removePlan,
  unmuteCause,
} from '../../store/notice-store.js';
import type { ServeContext } from '../serve-context.js';
import { ownerOf, serveEndpoint } from '../serve-endpoint.js';

/** What people should hear of, and who is told. */
export function serveNotices({ app, db, secrets, outgoing, url }: ServeContext): void {
  serveEndpoint(app, db, noticeEndpoints.list, async ({ query }, { caller }) => ({
    items: await listNotices(db, ownerOf(caller), query.past === 'true'),
  }));
  serveEndpoint(app, db, noticeEndpoints.mute, async ({ body }, { caller }) => {
    await muteCause(db, ownerOf(caller), body.kind, body.about ?? '');
    return { done: true as const };
  });
  serveEndpoint(app, db, noticeEndpoints.unmute, async ({ body }, { caller }) => {
    await unmuteCause(db, ownerOf(caller), body.kind, body.about ?? '');
    return { done: true as const };
  });
  serveEndpoint(app, db, noticeEndpoints.plans, async () => ({ items: await listPlans(db) }));
  serveEndpoint(app, db, noticeEndpoints.putPlan, ({ params, body }, { caller }) =>
    putPlan(db, {
      name: params.name,
      destination: body.destination,
      recipient: body.to ?? null,
      kinds: body.kinds ?? [...noticeKinds],
      hour: body.hour ?? null,
      by: caller?.name ?? '',
    }),
  );
  serveEndpoint(app, db, noticeEndpoints.tryPlan, async ({ params }, { request }) => {
    const plan = await planRow(db, params.name);
    const told = {
      id: `try ${Date.now()}`,
      kind: null,
      text: say('YS-NOTICE-TRY', { plan: plan.name }),
      path: '/notices',
      endedAt: null,
    };
    const trouble = await tellPlan({ db, secrets, outgoing, url, log: request.log as never }, plan, [told]);
    return { ok: trouble === null, detail: trouble ?? say('YS-NOTICE-SENT', { destination: plan.destination }) };
  });
  serveEndpoint(app, db, noticeEndpoints.removePlan, async ({ params }) => {
    await removePlan(db, params.name);
    return { done: true as const };
  });
}
