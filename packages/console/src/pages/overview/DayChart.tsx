import type { MessageCounts, Overview } from '@yellow-sieve/contract';
import { useId } from 'react';
import { styled } from 'styled-components';
import { words } from '../../words';
import { dayName, daySentence } from './day-words';

const height = 150;
const width = 842;
/** A single message is no tall bar. */
const minScale = 4;

/** From the ground up. */
const stack = ['done', 'skipped', 'waiting', 'review', 'failed'] as const;

const Chart = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  overflow: visible;
  text {
    fill: var(--second);
    font: 400 12px var(--text);
  }
`;

const Legend = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-top: 4px;
  color: var(--second);
  span::before {
    content: '';
    display: inline-block;
    width: 10px;
    height: 10px;
    margin-right: 6px;
    vertical-align: -1px;
  }
  .done::before {
    background: var(--second);
  }
  .skipped::before {
    background: repeating-linear-gradient(135deg, var(--strong-rule) 0 2px, transparent 2px 4px);
  }
  .waiting::before {
    border: 1px dotted var(--second);
  }
  .review::before {
    background: var(--yellow);
  }
  .failed::before {
    background: var(--bad);
  }
`;

/** A bar a day, cut by what became of its messages. */
export function DayChart({ days }: { days: Overview['days'] }) {
  const hatch = useId();
  const most = Math.max(minScale, ...days.map(({ counts }) => sum(counts)));
  const step = width / days.length;
  const label = Math.ceil(days.length / 5);
  return (
    <figure style={{ margin: 0 }}>
      <Chart viewBox={`0 0 ${width} ${height + 20}`} role="img" aria-label={`${words.overview.chart}. ${spoken(days)}`}>
        <defs>
          <pattern id={hatch} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="2" height="5" fill="var(--strong-rule)" />
          </pattern>
        </defs>
        {days.map((day, i) => (
          <g key={day.day}>
            <title>{daySentence(day)}</title>
            <Bar
              counts={day.counts}
              x={i * step}
              width={Math.max(1, step - Math.min(5, step / 5))}
              most={most}
              hatch={hatch}
            />
            {i % label === 0 && (
              <text x={i * step} y={height + 16}>
                {dayName(day.day)}
              </text>
            )}
          </g>
        ))}
        <line x1="0" x2={width} y1={height} y2={height} stroke="var(--ink)" />
      </Chart>
      <Legend>
        {stack.map((state) => (
          <span key={state} className={state}>
            {words.states[state]}
          </span>
        ))}
      </Legend>
    </figure>
  );
}

interface BarProps {
  counts: MessageCounts;
  x: number;
  width: number;
  most: number;
  hatch: string;
}

function Bar({ counts, x, width: wide, most, hatch }: BarProps) {
  const fills = {
    done: 'var(--second)',
    skipped: `url(#${hatch})`,
    waiting: 'transparent',
    review: 'var(--yellow)',
    failed: 'var(--bad)',
  };
  let ground = height;
  return stack.map((state) => {
    const tall = (counts[state] / most) * (height - 12);
    ground -= tall;
    if (tall === 0) return null;
    return (
      <rect
        key={state}
        x={x}
        y={ground}
        width={wide}
        height={Math.max(1, tall - 1)}
        fill={fills[state]}
        {...(state === 'waiting' ? { stroke: 'var(--second)', strokeDasharray: '2 2' } : {})}
      />
    );
  });
}

const sum = (counts: MessageCounts): number => Object.values(counts).reduce((all, count) => all + count, 0);

/** Days on which nothing came are not worth a word. */
const spoken = (days: Overview['days']): string =>
  days
    .filter(({ counts }) => sum(counts) > 0)
    .map(daySentence)
    .join('. ');
