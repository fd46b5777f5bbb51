import { describe, expect, test } from '@jest/globals';
import { anew, begun, type MakingAct, making, planOf } from './making';

const kinds = [
  { kind: 'sheet', title: 'sheet', about: 'rows kept here', connection: null, linked: true },
  { kind: 'crm', title: 'CRM', about: 'an entry', connection: 'crm', linked: false },
];
const crms = [
  { name: 'harbour-database', kind: 'database' },
  { name: 'harbour-crm', kind: 'crm' },
];
const after = (...acts: MakingAct[]) => acts.reduce(making, begun);

describe('making a destination', () => {
  test('begins with the first kind, whatever the service calls it', () => {
    expect(planOf(begun, kinds, crms)).toMatchObject({ kind: 'sheet', needs: null, isNew: false });
    expect(planOf(begun, [], [])).toMatchObject({ kind: '', needs: null, isNew: false });
  });

  test('a kind that needs a connection takes the first that fits', () => {
    const plan = planOf(after({ type: 'kind', kind: 'crm' }), kinds, crms);
    expect(plan).toMatchObject({ needs: 'crm', fitting: ['harbour-crm'], connection: 'harbour-crm', isNew: false });
  });

  test('where none fits, or a new one is wanted, one is made along with it', () => {
    expect(planOf(after({ type: 'kind', kind: 'crm' }), kinds, [])).toMatchObject({ connection: anew, isNew: true });
    const wanted = after({ type: 'kind', kind: 'crm' }, { type: 'connection', name: anew });
    expect(planOf(wanted, kinds, crms)).toMatchObject({ connection: anew, isNew: true });
  });

  test('another kind forgets options and connection, and keeps the title', () => {
    const state = after(
      { type: 'title', title: 'Fuel log' },
      { type: 'kind', kind: 'crm' },
      { type: 'options', written: { entity: 'contact' } },
      { type: 'connecting', written: { base: 'http://crm.example' } },
      { type: 'connection', name: 'harbour-crm' },
      { type: 'kind', kind: 'sheet' },
    );
    expect(state).toEqual({ ...begun, title: 'Fuel log', kind: 'sheet' });
    expect(planOf(state, kinds, crms).name).toBe('fuel-log');
  });
});
