import { Button, Disclosure, DisclosurePanel, Heading } from 'react-aria-components';
import { styled } from 'styled-components';
import { Muted } from '../../parts/Page';
import { words } from '../../words';
import type { JsonValue, MessageOutcome } from './outcome';

type Entry = MessageOutcome['trace'][number];

const Step = styled(Disclosure)`
  border-bottom: 1px solid var(--rule);
`;

const Open = styled(Button)`
  display: flex;
  gap: 4px 10px;
  align-items: baseline;
  width: 100%;
  padding: 6px 16px;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
  &::before {
    content: '';
    align-self: center;
    flex: none;
    width: 6px;
    height: 6px;
    border: solid var(--second);
    border-width: 0 1.5px 1.5px 0;
    transform: rotate(-45deg);
  }
  &[aria-expanded='true']::before {
    transform: rotate(45deg);
  }
  &[data-hovered] {
    background: var(--sheet);
  }
  &[data-focus-visible] {
    outline-offset: -2px;
  }
`;

const Step3 = styled(Heading)`
  font: inherit;
`;

const StepNumber = styled.span`
  color: var(--second);
`;

const Details = styled.dl`
  padding: 0 16px 10px 42px;
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 3px 12px;
  margin: 0;
  dt {
    color: var(--second);
  }
  dd {
    margin: 0;
    overflow-wrap: anywhere;
    font: 400 0.78125rem/1.5 var(--mono);
    white-space: pre-wrap;
  }
`;

const Grid = styled.table`
  border-collapse: collapse;
  th,
  td {
    padding: 2px 12px 2px 0;
    border-bottom: 1px solid var(--rule);
    font-weight: 400;
    text-align: left;
    vertical-align: top;
  }
  th {
    color: var(--second);
    font-family: var(--text);
  }
`;

/** What each rule did, step by step, with all it looked at and passed over. */
export function Trace({ trace }: { trace: MessageOutcome['trace'] }) {
  return trace.map((entry, i) => (
    <Step key={entry.rule}>
      <Step3 level={3}>
        <Open slot="trigger">
          <StepNumber>{i + 1}</StepNumber>
          <strong>{entry.rule}</strong>
          <Muted>
            {entry.kind} · {summaryOf(entry)}
          </Muted>
        </Open>
      </Step3>
      <DisclosurePanel>
        <Details>
          {detailsOf(entry).map(([name, value]) => (
            <Detail key={name} name={name} value={value} />
          ))}
        </Details>
      </DisclosurePanel>
    </Step>
  ));
}

const parts = words.message.traceParts;

function summaryOf({ filled, left, closed, problems, rows, not_run }: Entry): string {
  if (typeof not_run === 'string') return not_run;
  const said = [
    filled.length > 0 && `${parts.filled} ${filled.join(', ')}`,
    rows > 0 && `${rows} ${parts.rows}`,
    closed.length > 0 && `${parts.closed}: ${closed.join(', ')}`,
    problems.length > 0 && `${parts.problems} ${problems.join(', ')}`,
    left.length > 0 && `${parts.left}: ${left.join(', ')}`,
  ].filter((part) => part !== false);
  return said.join(' · ') || parts.nothing;
}

const inSummary = new Set(['rule', 'kind', 'filled', 'closed', 'problems', 'left', 'rows', 'not_run']);

const detailsOf = (entry: Entry): [string, JsonValue][] =>
  Object.entries(entry).filter(([name]) => !inSummary.has(name)) as [string, JsonValue][];

function Detail({ name, value }: { name: string; value: JsonValue }) {
  return (
    <>
      <dt>{name.replaceAll('_', ' ')}</dt>
      <dd>{isTable(value) ? <Table rows={value} /> : plain(value)}</dd>
    </>
  );
}

type Rows = { [name: string]: JsonValue }[];

const isTable = (value: unknown): value is Rows =>
  Array.isArray(value) &&
  value.length > 0 &&
  value.every((item) => typeof item === 'object' && item !== null && !Array.isArray(item));

function Table({ rows }: { rows: Rows }) {
  const columns = [...new Set(rows.flatMap((row) => Object.keys(row)))];
  return (
    <Grid>
      <thead>
        <tr>
          {columns.map((name) => (
            <th key={name} scope="col">
              {name.replaceAll('_', ' ')}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={JSON.stringify(row)}>
            {columns.map((name) => (
              <td key={name}>{plain(row[name] ?? null)}</td>
            ))}
          </tr>
        ))}
      </tbody>
    </Grid>
  );
}

/** A value of a trace in a line: lists with commas, parts with their names. */
function plain(value: JsonValue): string {
  if (value === null) return '–';
  if (Array.isArray(value)) return value.length === 0 ? words.common.none : value.map(plain).join('; ');
  if (typeof value === 'object')
    return Object.entries(value)
      .map(([name, part]) => `${name.replaceAll('_', ' ')} ${plain(part)}`)
      .join(', ');
  return String(value);
}
