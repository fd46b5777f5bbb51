import { describe, expect, test } from '@jest/globals';
import { type DraftEvent, draftAfter, draftOf, keptAs, type Theirs, toSave } from './kept-draft';

const begun = draftOf({ digest: 'a', source: 'one' });
const after = (...events: DraftEvent[]) => events.reduce(draftAfter, begun);
const write = (text: string): DraftEvent => ({ type: 'step', step: { do: 'change', text } });
const theirs: Theirs = { by: 'Liv Nørgaard', digest: 't', source: 'theirs' };

describe('a draft', () => {
  test('is kept with every change, and follows the text it was begun from', () => {
    expect(toSave(begun)).toBeNull();
    expect(toSave(after(write('two')))).toEqual({ source: 'two', digest: 'a' });
  });

  test('waits for the text before it to arrive, and then follows that', () => {
    const under = [write('two'), { type: 'saving' }, write('three')] as DraftEvent[];
    expect(toSave(after(...under))).toBeNull();
    expect(keptAs(after(...under))).toBe('keeping');
    const there = after(...under, { type: 'saved', kept: { digest: 'b', source: 'two' } });
    expect(toSave(there)).toEqual({ source: 'three', digest: 'b' });
  });

  test('that cannot be kept is not tried again by itself, the next change is', () => {
    const failed: DraftEvent = { type: 'refused', source: 'two', error: new Error('no way'), theirs: null };
    const state = after(write('two'), { type: 'saving' }, failed);
    expect([keptAs(state), toSave(state)]).toEqual(['not kept', null]);
    expect(toSave(draftAfter(state, write('three')))).toEqual({ source: 'three', digest: 'a' });
    expect(keptAs(draftAfter(state, { type: 'saved', kept: { digest: 'b', source: 'two' } }))).toBe('kept');
  });

  test('is undone and redone', () => {
    const undone = after(write('two'), { type: 'step', step: { do: 'undo' } });
    expect([undone.history.present, toSave(undone)]).toEqual(['one', null]);
    expect(draftAfter(undone, { type: 'step', step: { do: 'redo' } }).history.present).toBe('two');
  });
});

describe('another editor’s draft', () => {
  test('is taken over where nothing was changed here', () => {
    const state = after({ type: 'heard', theirs });
    expect([state.history.present, state.other, toSave(state)]).toEqual(['theirs', null, null]);
  });

  test('is asked about where something was, and nothing is written over it meanwhile', () => {
    const state = after(write('mine'), { type: 'heard', theirs });
    expect([state.history.present, state.other?.by, toSave(state)]).toEqual(['mine', 'Liv Nørgaard', null]);
    expect(keptAs(state)).toBe('changed by another');
  });

  test('gives way to mine, which then follows it; or the other way round, and can be undone', () => {
    const asked = after(write('mine'), { type: 'heard', theirs });
    const mine = draftAfter(asked, { type: 'settled', mine: true });
    expect([mine.history.present, toSave(mine)]).toEqual(['mine', { source: 'mine', digest: 't' }]);
    const taken = draftAfter(asked, { type: 'settled', mine: false });
    expect([taken.history.present, toSave(taken)]).toEqual(['theirs', null]);
    expect(draftAfter(taken, { type: 'step', step: { do: 'undo' } }).history.present).toBe('mine');
  });

  test('is none where this page kept it, or is about to hear that it did', () => {
    const kept: Theirs = { by: 'me', digest: 'b', source: 'two' };
    const saved = after(write('two'), { type: 'saving' }, { type: 'saved', kept }, write('three'));
    expect(draftAfter(saved, { type: 'heard', theirs: kept }).other).toBeNull();
    expect(after(write('two'), { type: 'saving' }, { type: 'heard', theirs: kept }).other).toBeNull();
  });

  test('comes with a refusal, too', () => {
    const refused: DraftEvent = { type: 'refused', source: 'mine', error: new Error('412'), theirs };
    expect(keptAs(after(write('mine'), { type: 'saving' }, refused))).toBe('changed by another');
  });
});
