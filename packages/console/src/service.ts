import { createClient } from '@yellow-sieve/client';

/** The service that served this page. The session's cookie speaks for the person. */
export const service = createClient({ url: '' });
