import * as v from 'valibot';
import { doneSchema, keySchema, momentSchema, page, roles } from './common.js';
import type { Endpoint } from './endpoint.js';

const emailSchema = v.pipe(v.string(), v.trim(), v.toLowerCase(), v.email(), v.maxLength(320));
const personName = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(100));
const roleSchema = v.picklist(roles);

/** Characters of the shortest password; the longest is bounded so that hashing it stays cheap. */
export const passwordLength = { min: 12, max: 200 } as const;
const newPassword = v.pipe(v.string(), v.minLength(passwordLength.min), v.maxLength(passwordLength.max));

/** Who calls: a person who has logged in, or a program with a token. */
export const callerSchema = v.object({
  kind: v.picklist(['person', 'token']),
  /** The person's key; null for a token. */
  key: v.nullable(keySchema),
  name: v.string(),
  email: v.nullable(v.string()),
  role: roleSchema,
});
export type Caller = v.InferOutput<typeof callerSchema>;

export const personSchema = v.object({
  key: keySchema,
  name: v.string(),
  email: v.string(),
  role: roleSchema,
  created: momentSchema,
});
export type Person = v.InferOutput<typeof personSchema>;

export const tokenSchema = v.object({
  /** The beginning of the token's digest: names it, and opens nothing. */
  key: v.string(),
  name: v.string(),
  role: roleSchema,
  expires: v.nullable(momentSchema),
  created: momentSchema,
});
export type Token = v.InferOutput<typeof tokenSchema>;

/** How many other sessions were ended. */
const endedSchema = v.object({ ended: v.number() });

export const sessionEndpoints = {
  get: {
    method: 'GET',
    path: '/api/v1/session',
    role: 'anyone',
    summary: 'Who calls; null while nobody has logged in',
    response: v.object({ caller: v.nullable(callerSchema) }),
  },
  open: {
    method: 'POST',
    path: '/api/v1/session',
    role: 'anyone',
    summary: 'Logs a person in; the session is kept in a cookie',
    body: v.strictObject({
      email: v.pipe(v.string(), v.maxLength(320)),
      password: v.pipe(v.string(), v.maxLength(200)),
    }),
    response: callerSchema,
  },
  password: {
    method: 'PUT',
    path: '/api/v1/session/password',
    role: 'viewer',
    summary: 'Changes the password of who is logged in, and ends their other sessions',
    body: v.strictObject({ now: v.pipe(v.string(), v.maxLength(passwordLength.max)), new: newPassword }),
    response: endedSchema,
  },
  closeOthers: {
    method: 'DELETE',
    path: '/api/v1/session/others',
    role: 'viewer',
    summary: 'Ends all other sessions of who is logged in',
    response: endedSchema,
  },
  close: {
    method: 'DELETE',
    path: '/api/v1/session',
    role: 'viewer',
    summary: 'Logs out: ends the session of this browser',
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;

const secretParams = v.object({ secret: v.pipe(v.string(), v.maxLength(100)) });

export const invitationEndpoints = {
  get: {
    method: 'GET',
    path: '/api/v1/invitations/:secret',
    role: 'anyone',
    summary: 'What a one-time link is for',
    params: secretParams,
    response: v.object({ role: roleSchema, expires: momentSchema }),
  },
  take: {
    method: 'POST',
    path: '/api/v1/invitations/:secret',
    role: 'anyone',
    summary: 'Makes the person a one-time link is for, and logs them in; the link is spent',
    params: secretParams,
    body: v.strictObject({ name: personName, email: emailSchema, password: newPassword }),
    response: callerSchema,
  },
  make: {
    method: 'POST',
    path: '/api/v1/invitations',
    role: 'owner',
    summary: 'Makes a one-time link for a new person',
    body: v.strictObject({ role: roleSchema }),
    response: v.object({ path: v.string(), expires: momentSchema }),
  },
} as const satisfies Record<string, Endpoint>;

const personParams = v.object({ key: keySchema });

export const peopleEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/people',
    role: 'owner',
    summary: 'People and their roles',
    response: page(personSchema),
  },
  change: {
    method: 'PUT',
    path: '/api/v1/people/:key',
    role: 'owner',
    summary: 'Gives a person another role',
    params: personParams,
    body: v.strictObject({ role: roleSchema }),
    response: personSchema,
  },
  remove: {
    method: 'DELETE',
    path: '/api/v1/people/:key',
    role: 'owner',
    summary: 'Removes a person and ends their sessions',
    params: personParams,
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;

export const tokenEndpoints = {
  list: {
    method: 'GET',
    path: '/api/v1/tokens',
    role: 'owner',
    summary: 'Access tokens, without what opens',
    response: page(tokenSchema),
  },
  make: {
    method: 'POST',
    path: '/api/v1/tokens',
    role: 'owner',
    summary: 'Makes an access token; it is shown this once',
    body: v.strictObject({
      name: personName,
      role: roleSchema,
      /** Days until it expires, 1 to 3650; never when left out. */
      days: v.optional(v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(3650))),
    }),
    response: v.object({ ...tokenSchema.entries, token: v.string() }),
  },
  revoke: {
    method: 'DELETE',
    path: '/api/v1/tokens/:key',
    role: 'owner',
    summary: 'Revokes an access token at once',
    params: v.object({ key: v.pipe(v.string(), v.regex(/^[0-9a-f]{16}$/)) }),
    response: doneSchema,
  },
} as const satisfies Record<string, Endpoint>;
