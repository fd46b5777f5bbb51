import type { Delivery } from '@yellow-sieve/contract';
import { Empty, Muted } from '../../parts/Page';
import { StateMark } from '../../parts/StateMark';
import { Cell, Column, Row, Table, TableBody, TableFrame, TableHeader } from '../../parts/Table';
import { When } from '../../parts/When';
import { words } from '../../words';

export interface DeliveryTableProps {
  items: readonly Delivery[];
  onOpen(key: string): void;
}

export function DeliveryTable({ items, onOpen }: DeliveryTableProps) {
  return (
    <TableFrame>
      <Table aria-label={words.destinations.deliveries} onRowAction={(key) => onOpen(String(key))}>
        <TableHeader>
          <Column>{words.destinations.when}</Column>
          <Column isRowHeader>{words.destinations.message}</Column>
          <Column>{words.destinations.name}</Column>
          <Column>{words.destinations.state}</Column>
          <Column>{words.destinations.answer}</Column>
        </TableHeader>
        <TableBody
          items={items.map((item) => ({ ...item, id: item.key }))}
          renderEmptyState={() => <Empty>{words.destinations.noDeliveries}</Empty>}
        >
          {(item) => (
            <Row textValue={item.subject ?? item.key}>
              <Cell>
                <When at={item.updated} />
              </Cell>
              <Cell>{item.subject || words.messages.noSubject}</Cell>
              <Cell>{item.destination}</Cell>
              <Cell>
                <StateMark state={item.state} />
              </Cell>
              <Cell>
                <Muted>{item.answer ?? ''}</Muted>
              </Cell>
            </Row>
          )}
        </TableBody>
      </Table>
    </TableFrame>
  );
}
