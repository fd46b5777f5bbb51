import { useQuery } from '@tanstack/react-query';
import { service } from '../service';
import { fill } from '../words';
import { mayTellWords as say } from '../words-review';
import { Muted } from './Page';
import { Tick } from './Tick';

export interface MayTellProps {
  /** Names of the destinations that are ticked. */
  tells: readonly string[];
  onChange(tells: readonly string[]): void;
}

/** Ticks for what people would read: many messages put through again tell nobody unless somebody says so. */
export function MayTell({ tells, onChange }: MayTellProps) {
  const { data } = useQuery({ queryKey: ['destinations'], queryFn: () => service.destinations.list() });
  const read = data?.items.filter((one) => one.tells) ?? [];
  if (read.length === 0) return null;
  const toggle = (name: string, isOn: boolean) =>
    onChange(isOn ? [...tells, name] : tells.filter((one) => one !== name));
  return (
    <section aria-label={say.title}>
      <Muted>{say.help}</Muted>
      {read.map(({ name, title }) => (
        <Tick key={name} isSelected={tells.includes(name)} onChange={(isOn) => toggle(name, isOn)}>
          {fill(say.tell, { destination: title })}
        </Tick>
      ))}
    </section>
  );
}
