import type { Delivery } from '@yellow-sieve/contract';
import { Empty, Muted } from '../../parts/Page';
import { StateMark } from '../../parts/StateMark';
import { Cell, Column, Row, Table, TableBody, TableFrame, TableHeader } from '../../parts/Table';
import { When } from '../../parts/When';
import { words } from '../../words';
import { destinationWords } from '../../words-set-up';

export interface DeliveryTableProps {
  items: readonly Delivery[];
  onOpen(key: string): void;
}

export function DeliveryTable({ items, onOpen }: DeliveryTableProps) {
  return (
    <TableFrame>
      <Table aria-label={destinationWords.deliveries} onRowAction={(key) => onOpen(String(key))}>
        <TableHeader>
          <Column>{destinationWords.when}</Column>
          <Column isRowHeader>{destinationWords.message}</Column>
          <Column>{destinationWords.name}</Column>
          <Column>{destinationWords.state}</Column>
          <Column>{destinationWords.answer}</Column>
        </TableHeader>
        <TableBody
          items={items.map((item) => ({ ...item, id: item.key }))}
          renderEmptyState={() => <Empty>{destinationWords.noDeliveries}</Empty>}
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
