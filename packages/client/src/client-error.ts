import type { ProblemDetails } from '@yellow-sieve/contract';

/** What the service said went wrong, as problem details (RFC 9457). */
export class ClientError extends Error {
  constructor(
    readonly problem: ProblemDetails,
    options: { cause?: unknown } = {},
  ) {
    super(problem.title, options);
    this.name = 'ClientError';
  }

  get code(): string {
    return this.problem.code;
  }
}
