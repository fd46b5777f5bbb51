import type { Kinds } from '@yellow-sieve/contract';
import { nameOf, type Written } from './destination-form';

/** What a person has said so far of a destination that is being made. */
export interface Making {
  title: string;
  /** Null while the first kind is as good as any. */
  kind: string | null;
  /** The connection that was chosen; null while nobody did. */
  chosen: string | null;
  options: Written;
  /** What was written of a connection that is made along with it. */
  connecting: Written;
}

export const begun: Making = { title: '', kind: null, chosen: null, options: {}, connecting: {} };

export type MakingAct =
  | { type: 'title'; title: string }
  | { type: 'kind'; kind: string }
  | { type: 'connection'; name: string }
  | { type: 'options'; written: Written }
  | { type: 'connecting'; written: Written };

/** The next state. Another kind has other options and another connection; its title stays. */
export function making(state: Making, act: MakingAct): Making {
  switch (act.type) {
    case 'title':
      return { ...state, title: act.title };
    case 'kind':
      return { ...begun, title: state.title, kind: act.kind };
    case 'connection':
      return { ...state, chosen: act.name };
    case 'options':
      return { ...state, options: act.written };
    case 'connecting':
      return { ...state, connecting: act.written };
  }
}

/** Stands for a connection that is made along with the destination. */
export const anew = '';

/** What follows from what was said, as far as the service has told what there is. */
export interface Plan {
  kind: string;
  about: string | null;
  /** The name its title gives. */
  name: string;
  /** The kind of connection it needs; null where it needs none. */
  needs: string | null;
  /** The connections of that kind. */
  fitting: readonly string[];
  connection: string;
  isNew: boolean;
}

export function planOf(
  { title, kind, chosen }: Making,
  kinds: Kinds['destinations'],
  connections: readonly { name: string; kind: string }[],
): Plan {
  const known = kinds.find((one) => one.kind === kind) ?? kinds[0];
  const needs = known?.connection ?? null;
  const fitting = connections.flatMap((one) => (one.kind === needs ? [one.name] : []));
  const connection = chosen ?? fitting[0] ?? anew;
  return {
    kind: known?.kind ?? '',
    about: known?.about ?? null,
    name: nameOf(title),
    needs,
    fitting,
    connection,
    isNew: needs !== null && connection === anew,
  };
}
