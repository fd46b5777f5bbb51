import { describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import { Lane } from './lane.js';

const log = pino({ level: 'silent' });

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
    while (rounds < 4) await new Promise((resolve) => setImmediate(resolve));
    const resting = rounds;
    left = 1;
    while (rounds === resting) {
      lane.nudge();
      await new Promise((resolve) => setImmediate(resolve));
    }
    await lane.stop();
    expect(rounds).toBeGreaterThanOrEqual(resting + 1);
  });

  test('trouble in a round does not end it', async () => {
    let rounds = 0;
    const lane = new Lane({
      name: 'test',
      pollMs: 1,
      log,
      round: async () => {
        if (++rounds === 1) throw new Error('trouble');
        return 0;
      },
    });
    lane.start();
    while (rounds < 3) await new Promise((resolve) => setTimeout(resolve, 1));
    await lane.stop();
    expect(rounds).toBeGreaterThanOrEqual(3);
  });

  test('stopping lets the round under way finish', async () => {
    let finished = false;
    let begun = false;
    const lane = new Lane({
      name: 'test',
      pollMs: 1,
      log,
      round: async () => {
        begun = true;
        await new Promise((resolve) => setTimeout(resolve, 20));
        finished = true;
        return 1;
      },
    });
    lane.start();
    while (!begun) await new Promise((resolve) => setImmediate(resolve));
    await lane.stop();
    expect(finished).toBe(true);
  });
});
