// What tests import instead of Jest while changes of the core are tried: they are run one after the other, and the first that
// fails ends it.
import { expect } from 'expect';

const tests = [];
let path = [];

function add(name, work) {
  tests.push({ name: [...path, name].join(' › '), work });
}

/** Tests and groups of a table: a line is a list of what is handed on, or one such thing. */
const each = (define) => (table) => (name, work) => {
  for (const line of table) define(name, () => work(...(Array.isArray(line) ? line : [line])));
};

function group(name, define) {
  const before = path;
  path = [...path, name];
  define();
  path = before;
}

export const test = Object.assign(add, { each: each(add) });
export const describe = Object.assign(group, { each: each(group) });
export { expect };

const [before, after] = [[], []];
export const beforeAll = (work) => before.push(work);
export const afterAll = (work) => after.push(work);

/** Runs all that was defined. @returns {Promise<string | null>} the name of the first that fails. */
export async function firstFailing() {
  for (const work of before) await work();
  const failing = await firstOf();
  for (const work of after) await work();
  return failing;
}

async function firstOf() {
  for (const { name, work } of tests) {
    try {
      await work();
    } catch (error) {
      if (process.env.MUTANTS_SHOW) console.error(error);
      return name;
    }
  }
  return null;
}
