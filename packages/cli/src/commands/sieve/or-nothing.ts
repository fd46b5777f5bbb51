import { ClientError } from '@yellow-sieve/client';

/** What a call gives, or null where the thing does not exist. */
export async function orNothing<T>(call: Promise<T>): Promise<T | null> {
  try {
    return await call;
  } catch (error) {
    if (error instanceof ClientError && error.code === 'YS-NOT-FOUND') return null;
    throw error;
  }
}
