import { useQuery } from '@tanstack/react-query';
import type { FieldItem, RecordItem } from '@yellow-sieve/contract';
import { styled } from 'styled-components';
import { Empty, Page } from '../../parts/Page';
import { Pager } from '../../parts/Pager';
import { StateMark } from '../../parts/StateMark';
import { Cell, Column, Row, Table, TableBody, TableFrame, TableHeader } from '../../parts/Table';
import { Trouble } from '../../parts/Trouble';
import { useKinds } from '../../parts/use-kinds';
import { useSearch } from '../../parts/use-search';
import { When } from '../../parts/When';
import { words } from '../../words';
import { valueText } from '../message/outcome';
import { sievesQuery } from '../messages/use-set-up-names';
import { RecordActs } from './RecordActs';
import { RecordFilters } from './RecordFilters';
import { type RecordsFilter, recordsFilterOf, recordsQuery, sieveQuery } from './records-query';

const Value = styled.span`
  font: 400 0.8125rem/1.4 var(--mono);
`;

const Strip = styled.div`
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
`;

/** The records of one sieve as a table, with the fields as columns. */
export default function RecordsPage() {
  const [get, set] = useSearch();
  const sieves = useQuery(sievesQuery).data?.items;
  const asked = recordsFilterOf(get);
  const filter = { ...asked, sieve: asked.sieve || (sieves?.[0]?.name ?? '') };
  const fields = useQuery(sieveQuery(filter.sieve)).data?.fields ?? [];
  const hidden = new Set(get('hidden').split(',').filter(Boolean));
  const columns = fields.filter(({ name }) => !hidden.has(name));
  return (
    <Page
      title={words.records.title}
      acts={
        filter.sieve !== '' && (
          <RecordActs
            filter={filter}
            fields={fields}
            hidden={hidden}
            onHide={(names) => set({ hidden: [...names].join(',') })}
          />
        )
      }
    >
      {sieves?.length === 0 && <Empty>{words.records.noneAtAll}</Empty>}
      {filter.sieve !== '' && (
        <>
          <Strip>
            <RecordFilters
              filter={filter}
              sieves={sieves ?? []}
              fields={fields}
              onChange={(changes) => set({ ...changes, cursor: null })}
            />
          </Strip>
          <RecordRows filter={filter} columns={columns} onPage={(cursor) => set({ cursor })} />
        </>
      )}
    </Page>
  );
}

interface RecordRowsProps {
  filter: RecordsFilter;
  columns: readonly FieldItem[];
  onPage(cursor: string | null): void;
}

function RecordRows({ filter, columns, onPage }: RecordRowsProps) {
  const { data, error, refetch } = useQuery(recordsQuery(filter));
  return (
    <>
      {error && <Trouble error={error} onRetry={() => void refetch()} />}
      {data && <RecordTable items={data.items} columns={columns} filtered={filter.verdict + filter.value !== ''} />}
      <Pager
        label={words.records.list}
        cursor={filter.cursor || null}
        next={data?.next ?? null}
        onOlder={onPage}
        onNewest={() => onPage(null)}
      />
    </>
  );
}

interface RecordTableProps {
  items: readonly RecordItem[];
  columns: readonly FieldItem[];
  filtered: boolean;
}

function RecordTable({ items, columns, filtered }: RecordTableProps) {
  const figures = new Set(useKinds().types.flatMap(({ kind, figure }) => (figure ? [kind] : [])));
  const shown = [
    { id: 'received', name: words.records.received, end: false },
    ...columns.map(({ name, type }) => ({ id: `field ${name}`, name, end: figures.has(type) })),
    { id: 'verdict', name: words.records.verdict, end: false },
  ];
  return (
    <TableFrame>
      <Table aria-label={words.records.list}>
        <TableHeader columns={shown}>
          {({ id, name, end }) => (
            <Column id={id} isRowHeader={id === shown[1]?.id} $end={end}>
              {name}
            </Column>
          )}
        </TableHeader>
        <TableBody
          items={items.map((item) => ({ ...item, id: item.key }))}
          dependencies={[columns.map(({ name }) => name).join()]}
          renderEmptyState={() => <Empty>{filtered ? words.records.none : words.records.noneAtAll}</Empty>}
        >
          {(item) => (
            <Row href={`/messages/${item.message}`} textValue={words.records.open}>
              {shown.map(({ id, name, end }) => (
                <Cell key={id} $end={end}>
                  {cellOf(item, id, name)}
                </Cell>
              ))}
            </Row>
          )}
        </TableBody>
      </Table>
    </TableFrame>
  );
}

function cellOf(item: RecordItem, id: string, field: string) {
  if (id === 'received') return <When at={item.received} />;
  if (id === 'verdict') return <StateMark state={item.verdict} />;
  return <Value>{valueText(item.fields[field] ?? null) ?? ''}</Value>;
}
