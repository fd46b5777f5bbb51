import { describe, expect, test } from '@jest/globals';
import { readConfig } from './config.js';

const database = 'mysql://app:x@127.0.0.1:3306/yellow_sieve';

describe('the configuration', () => {
  test('needs only a database', () => {
    expect(readConfig({ YELLOW_SIEVE_DATABASE: database })).toMatchObject({
      database,
      host: '127.0.0.1',
      httpPort: 7400,
      smtpPort: 7425,
      messageLimit: 26_214_400,
      role: 'all',
    });
  });

  test('names every variable that is wrong, in one sentence', () => {
    expect(() => readConfig({ YELLOW_SIEVE_HTTP_PORT: '99999', YELLOW_SIEVE_ROLE: 'chef' })).toThrow(
      /YELLOW_SIEVE_DATABASE.*YELLOW_SIEVE_HTTP_PORT.*YELLOW_SIEVE_ROLE/,
    );
  });
});
