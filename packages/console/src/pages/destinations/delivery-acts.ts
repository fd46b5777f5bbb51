export type DeliveryAct = 'retry' | 'release' | 'drop';

const acts: Readonly<Record<string, readonly DeliveryAct[]>> = {
  stopped: ['retry'],
  retrying: ['retry'],
  uncertain: ['retry'],
  'kept back': ['release', 'drop'],
};

/** What a person can do with a delivery in a state. */
export const actsOn = (state: string): readonly DeliveryAct[] => acts[state] ?? [];
