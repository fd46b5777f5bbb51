import { describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import { Lane } from './lane.js';

const log = pino({ level: 'silent' });

/** Whatever can happen without a timer has happened. */
async function settledMacrotasks(): Promise<void> {
  for (let i = 0; i < 20; i++) await new Promise((resolve) => setImmediate(resolve));
}

describe('a lane of work', () => {
  test('goes on at once while there is work, and rests when there is none', async () => {
    let left = 3;
    let rounds = 0;
    const lane = new Lane({
      name: 'test',
      pollMs: 3_600_000,
      log,
      round: async () => {
        rounds++;
        return left-- > 0 ? 1 : 0;
      },
    });
    lane.start();
    await settledMacrotasks();
    // Three with work, and the one that finds none; the next would come in an hour.
    expect(rounds).toBe(4);
    left = 1;
    lane.nudge();
    await settledMacrotasks();
    expect(rounds).toBe(6);
    await lane.stop();
    lane.nudge();
    await settledMacrotasks();
    expect(rounds).toBe(6);
  });

  test('trouble in a round does not end it', async () => {
    const met: string[] = [];
    const lane = new Lane({
      name: 'test',
      pollMs: 3_600_000,
      log,
      round: async () => {
        met.push(met.length === 0 ? 'trouble' : 'fine');
        if (met.length === 1) throw new Error('trouble');
        return 0;
      },
    });
    lane.start();
    await settledMacrotasks();
    expect(met).toEqual(['trouble']);
    lane.nudge();
    await settledMacrotasks();
    expect(met).toEqual(['trouble', 'fine']);
    await lane.stop();
  });

  test('who calls during a round that finds nothing is heard after it', async () => {
    let rounds = 0;
    let finish = () => {};
    const lane = new Lane({
      name: 'test',
      pollMs: 3_600_000,
      log,
      round: async () => {
        if (++rounds === 1)
          await new Promise<void>((resolve) => {
            finish = resolve;
          });
        return 0;
      },
    });
    lane.start();
    await settledMacrotasks();
    lane.nudge();
    finish();
    await settledMacrotasks();
    expect(rounds).toBe(2);
    await lane.stop();
  });

  test('stopping during a round that finds nothing does not wait for the next', async () => {
    let finish = () => {};
    const lane = new Lane({
      name: 'test',
      pollMs: 3_600_000,
      log,
      round: () =>
        new Promise<number>((resolve) => {
          finish = () => resolve(0);
        }),
    });
    lane.start();
    await settledMacrotasks();
    let stopped = false;
    void lane.stop().then(() => {
      stopped = true;
    });
    finish();
    await settledMacrotasks();
    expect(stopped).toBe(true);
  });

  test('stopping lets the round under way finish', async () => {
    const done: string[] = [];
    let finish = () => {};
    const lane = new Lane({
      name: 'test',
      pollMs: 1,
      log,
      round: async () => {
        done.push('begun');
        await new Promise<void>((resolve) => {
          finish = resolve;
        });
        done.push('finished');
        return 1;
      },
    });
    lane.start();
    await settledMacrotasks();
    const stopped = lane.stop().then(() => done.push('stopped'));
    await settledMacrotasks();
    expect(done).toEqual(['begun']);
    finish();
    await stopped;
    expect(done).toEqual(['begun', 'finished', 'stopped']);
  });
});
