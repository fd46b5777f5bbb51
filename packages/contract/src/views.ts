import * as v from 'valibot';
import { doneSchema, momentSchema, nameSchema } from './common.js';
import type { Endpoint } from './endpoint.js';

const params = v.object({ name: nameSchema });

const viewSchema = v.object({
  name: v.string(),
  title: v.string(),
  /** Filters of the list of messages, by their names. */
  filters: v.record(v.string(), v.string()),
  by: v.string(),
  at: momentSchema,
});
export type SavedView = v.InferOutput<typeof viewSchema>;

/** Choices of messages that have a name, for everybody. */
export const viewEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/views',
    role: 'viewer',
    summary: 'Saved choices of messages, by name',
    response: v.object({ items: v.array(viewSchema) }),
  },
  put: {
    method: 'PUT',
    path: '/api/v1/views/:name',
    role: 'reviewer',
    summary: 'Saves a choice of messages under a name, or changes it',
    params,
    body: v.strictObject({
      title: v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(200)),
      filters: v.pipe(
        v.record(v.pipe(v.string(), v.regex(/^[a-z_]{1,32}$/)), v.pipe(v.string(), v.maxLength(500))),
        v.check((filters) => Object.keys(filters).length <= 20),
      ),
    }),
    response: viewSchema,
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/views/:name',
    role: 'reviewer',
    summary: 'Removes a saved choice; its messages stay',
    params,
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
