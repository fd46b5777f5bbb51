import { describe, expect, test } from '@jest/globals';
import { pino } from 'pino';
import { Slots, type SlotsOptions } from './slots.js';

const log = pino({ level: 'silent' });
const turn = () => new Promise((resolve) => setImmediate(resolve));

/** Slots over a list of items; each item is done when it is let go. */
function working(items: string[], options: Partial<SlotsOptions<string>> = {}) {
  const done = new Map<string, () => void>();
  const asked: number[] = [];
  const begun: string[] = [];
  const slots = new Slots<string>({
    name: 'test',
    slots: 2,
    pollMs: 1,
    log,
    claim: async (max) => {
      asked.push(max);
      return items.splice(0, max);
    },
    work: async (item) => {
      begun.push(item);
      await new Promise<void>((resolve) => done.set(item, resolve));
    },
    ...options,
  });
  slots.start();
  const until = async (holds: () => boolean) => {
    while (!holds()) await turn();
  };
  return { slots, asked, begun, until, letGo: (item: string) => done.get(item)?.(), done };
}

describe('slots of work', () => {
  test('no more is taken than there are free slots, and a slow item holds only its own', async () => {
    const { slots, asked, begun, until, letGo } = working(['slow', 'a', 'b', 'c']);
    await until(() => begun.length === 2);
    expect(begun).toEqual(['slow', 'a']);
    letGo('a');
    await until(() => begun.includes('b'));
    letGo('b');
    await until(() => begun.includes('c'));
    expect(Math.max(...asked)).toBe(2);
    expect(asked.filter((max) => max > 1)).toHaveLength(1);
    letGo('c');
    letGo('slow');
    await slots.stop();
  });

  test('a look for work waits for room that is worth it, though not for ever', async () => {
    const { slots, asked, begun, until, letGo } = working(['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'], {
      slots: 4,
      worthwhile: 3,
    });
    await until(() => begun.length === 4);
    for (const item of ['a', 'b', 'c']) letGo(item);
    await until(() => begun.length === 7);
    expect(asked).toEqual([4, 3]);
    letGo('d');
    await until(() => begun.length === 8);
    expect(asked).toEqual([4, 3, 1]);
    for (const item of ['e', 'f', 'g', 'h']) letGo(item);
    await slots.stop();
  });

  test('a slot may be free before its work is done, up to a bound', async () => {
    const frees: (() => void)[] = [];
    const finish: (() => void)[] = [];
    const { slots, until } = working(['a', 'b', 'c', 'd', 'e'], {
      slots: 1,
      leaving: 2,
      work: async (_item, free) => {
        frees.push(free);
        await new Promise<void>((resolve) => finish.push(resolve));
      },
    });
    for (const count of [1, 2, 3]) {
      await until(() => frees.length === count);
      frees[count - 1]?.();
    }
    for (let i = 0; i < 20; i++) await turn();
    expect(frees).toHaveLength(3);
    finish[0]?.();
    await until(() => frees.length === 4);
    // All that is begun is let go from here on, whenever it begins.
    const letting = setInterval(() => {
      for (const resolve of finish) resolve();
    }, 1);
    await slots.stop();
    clearInterval(letting);
  });

  test('trouble in one piece of work, or in taking it up, ends nothing', async () => {
    let claims = 0;
    const begun: string[] = [];
    const { slots, until } = working([], {
      claim: async () => {
        if (++claims === 1) throw new Error('trouble');
        return claims === 2 ? ['bad'] : claims === 3 ? ['good'] : [];
      },
      work: async (item) => {
        begun.push(item);
        if (item === 'bad') throw new Error('trouble');
      },
    });
    await until(() => begun.length === 2);
    expect(begun).toEqual(['bad', 'good']);
    await slots.stop();
  });

  test('what is to run alone comes last, begins with nothing under way, and has nothing beside it', async () => {
    const items = ['a'];
    const alone = ['single'];
    const under: string[][] = [];
    const now = new Set<string>();
    const finish = new Map<string, () => void>();
    const { slots, until } = working(items, {
      claimAlone: async () => alone.shift(),
      work: async (item) => {
        now.add(item);
        under.push([...now]);
        await new Promise<void>((resolve) => finish.set(item, resolve));
        now.delete(item);
      },
    });
    await until(() => finish.has('a'));
    for (let i = 0; i < 20; i++) await turn();
    expect(under).toEqual([['a']]);
    finish.get('a')?.();
    await until(() => finish.has('single'));
    items.push('b');
    for (let i = 0; i < 20; i++) await turn();
    expect(under).toEqual([['a'], ['single']]);
    finish.get('single')?.();
    await until(() => finish.has('b'));
    finish.get('b')?.();
    await slots.stop();
    expect(under).toEqual([['a'], ['single'], ['b']]);
  });

  test('stopping waits for what is under way, and takes no more', async () => {
    const items = ['a'];
    const { slots, begun, until, letGo } = working(items);
    await until(() => begun.length === 1);
    let stopped = false;
    const stopping = slots.stop().then(() => {
      stopped = true;
    });
    items.push('b');
    for (let i = 0; i < 20; i++) await turn();
    expect(stopped).toBe(false);
    letGo('a');
    await stopping;
    expect(begun).toEqual(['a']);
  });
});
