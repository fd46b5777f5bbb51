import { useMutation } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { styled } from 'styled-components';
import { OneOf } from '../../parts/OneOf';
import { Empty } from '../../parts/Page';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { EffectOfJob } from '../effect/EffectOfJob';

const Frame = styled.section`
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 12px 20px 24px;
`;

const stored = { some: 200, all: 'all' } as const;
type Reach = keyof typeof stored;

export interface EffectProps {
  name: string;
  source: string;
  version: number | null;
  fields: readonly string[];
}

/** What publishing would do, over samples and stored messages. */
export function Effect({ name, source, version, fields }: EffectProps) {
  const say = workbenchWords;
  const [reach, setReach] = useState<Reach>('some');
  const { mutate, data, error } = useMutation({
    mutationFn: () => service.sieves.effect({ params: { name }, body: { source, stored: stored[reach] } }),
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: another text or reach is another job
  useEffect(() => {
    if (version !== null) mutate();
  }, [mutate, name, source, reach, version]);
  if (version === null) return <Empty>{say.effectNew}</Empty>;
  return (
    <Frame aria-label={say.effectTitle}>
      {error && <Trouble error={error} />}
      <EffectOfJob
        job={data?.job}
        title={say.effectTitle}
        before={fill(say.effectColumns.before, { version })}
        after={say.effectColumns.after}
        fields={fields}
      >
        <OneOf<Reach>
          label={say.mesh.of}
          value={reach}
          options={[
            { key: 'some', text: say.effectSome },
            { key: 'all', text: say.effectAll },
          ]}
          onChange={setReach}
        />
      </EffectOfJob>
    </Frame>
  );
}
