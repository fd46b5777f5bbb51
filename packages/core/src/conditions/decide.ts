import { type Scene, valuesOf } from '../names/index.js';
import { momentValue, plainSpaces, toText, type Value } from '../values/index.js';
import type { CompiledCondition, CompiledOperand } from './compile.js';
import { type Answer, sumIs } from './tests.js';

/** Whether a condition holds in a scene, and why in words. An undecidable comparison does not hold, and says so. */
export interface Decision {
  holds: boolean;
  why: string;
  undecidable: { name: string; detail: string } | null;
}

type TestCondition = Extract<CompiledCondition, { kind: 'test' }>;

export function decide(condition: CompiledCondition, scene: Scene): Decision {
  if (condition.kind === 'test') return decideTest(condition, scene);
  if (condition.kind === 'any') return decideAny(condition.parts, scene);
  const parts = condition.parts.map((part) => decide(part, scene));
  const undecidable = parts.find((part) => part.undecidable)?.undecidable ?? null;
  const telling = (holds: boolean) => parts.filter((part) => part.holds === holds).map((part) => part.why);
  switch (condition.kind) {
    case 'all': {
      const against = telling(false);
      return {
        holds: against.length === 0,
        why: (against.length > 0 ? against : telling(true)).join(', ') || 'no condition',
        undecidable,
      };
    }
    case 'none': {
      const against = telling(true);
      // What cannot be decided must not slip through as “none of them”.
      return {
        holds: against.length === 0 && undecidable === null,
        why: against[0] ?? `none of: ${telling(false).join(', ')}`,
        undecidable,
      };
    }
  }
}

/** One that holds is enough; what comes after it is not looked at. */
function decideAny(parts: readonly CompiledCondition[], scene: Scene): Decision {
  const against: Decision[] = [];
  for (const part of parts) {
    const decision = decide(part, scene);
    if (decision.holds) return { ...decision, undecidable: null };
    against.push(decision);
  }
  const why = against.map((decision) => decision.why).join(', ') || 'nothing to choose from';
  return { holds: false, why, undecidable: against.find((decision) => decision.undecidable)?.undecidable ?? null };
}

function decideTest(condition: TestCondition, scene: Scene): Decision {
  const values = valuesOf(condition.name, scene);
  const answer = answerOf(condition, values, scene);
  const holds = answer === true;
  const undecidable = typeof answer === 'object' ? { name: condition.name, detail: answer.undecidable } : null;
  return { holds, why: explain(condition, values, holds, scene), undecidable };
}

function answerOf(condition: TestCondition, values: readonly Value[], scene: Scene): Answer {
  if (condition.testName === 'missing') return values.length === 0;
  // On null every test but `missing` is false.
  if (values.length === 0) return false;
  const operands = condition.operands.map((operand) => operandValue(operand, scene));
  if (operands.some((operand) => operand === null)) return false;
  const given = operands as Value[];
  if (condition.testName === 'sum is') return given[0] ? sumIs(values, given[0], condition.within) : false;
  if (condition.testName === 'within days') given.push(momentValue(scene.reading.date ?? scene.arrival.received));
  const answers = values.map((value) => condition.test.decide(value, given, condition.exactly));
  if (condition.every)
    return (
      answers.every((answer) => answer === true) || (answers.find((answer) => typeof answer === 'object') ?? false)
    );
  return answers.includes(true) || (answers.find((answer) => typeof answer === 'object') ?? false);
}

const operandValue = (operand: CompiledOperand, scene: Scene): Value | null =>
  operand.kind === 'value' ? operand.value : (valuesOf(operand.name, scene)[0] ?? null);

function explain(condition: TestCondition, values: readonly Value[], holds: boolean, scene: Scene): string {
  const long = (value: Value) => {
    const text = plainSpaces(toText(value));
    return text.length > 40 ? `${text.slice(0, 39)}…` : text;
  };
  const given = condition.operands
    .map((operand) => operandValue(operand, scene))
    .map((value) => (value ? `“${long(value)}”` : 'nothing'));
  const have = values[0] ? `“${long(values[0])}”` : 'nothing';
  const tested = [condition.testName, given.join(', ')].filter(Boolean).join(' ');
  return holds
    ? `${condition.name} ${tested}`
    : `${condition.name} is ${have}, so “${tested.replace(/[“”]/g, '')}” does not hold`;
}
