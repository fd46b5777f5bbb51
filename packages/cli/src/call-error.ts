import { type Code, type Params, YsError } from '@yellow-sieve/core/errors';

/** A wrong call of the command line: exit code 2. */
export class CallError extends YsError {
  constructor(code: Code, params: Params = {}) {
    super(code, params);
    this.name = 'CallError';
  }
}
