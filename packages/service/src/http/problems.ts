import { randomUUID } from 'node:crypto';
import type { ProblemDetails } from '@yellow-sieve/contract';
import { say, YsError } from '@yellow-sieve/core';
import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify';
import { framesOf, isDatabaseDown, troubleName } from '../database/trouble.js';

/** Answers every error as problem details (RFC 9457), with a stable code and no word of what is inside. */
export function sendProblem(error: FastifyError | Error, request: FastifyRequest, reply: FastifyReply): FastifyReply {
  const problem = toProblem(error, request);
  return reply.status(problem.status).type('application/problem+json').send(problem);
}

function toProblem(error: FastifyError | Error, request: FastifyRequest): ProblemDetails {
  if (error instanceof YsError) return details(error.code, error.message, error.status, error.problems);
  if (isDatabaseDown(error)) return details('YS-DATABASE-DOWN', say('YS-DATABASE-DOWN'), 503);
  const status = 'statusCode' in error ? (error.statusCode ?? 500) : 500;
  if (status === 413) return details('YS-INTAKE-TOO-LARGE', say('YS-INTAKE-TOO-LARGE', { limit: 'size' }), 413);
  if (status < 500) return details('YS-REQUEST-INVALID', say('YS-REQUEST-INVALID', { detail: error.message }), status);
  const reference = randomUUID();
  request.log.error({ reference, trouble: troubleName(error), stack: framesOf(error) }, 'a request failed');
  return details('YS-LIVE-INTERNAL', say('YS-LIVE-INTERNAL', { reference }), 500);
}

function details(code: string, title: string, status: number, problems: readonly object[] = []): ProblemDetails {
  return {
    type: `https://yellow-sieve.example/problems/${code}`,
    title,
    status,
    code,
    ...(problems.length > 0 ? { problems: problems as never } : {}),
  };
}
