import type { MessageCoverage } from '@yellow-sieve/core';
import { useState } from 'react';
import { styled } from 'styled-components';
import { Button, PlainButton } from '../../parts/Button';
import { RuledTable } from '../../parts/RuledTable';
import { words } from '../../words';
import { workbenchWords } from '../../words-workbench';
import { valueText } from '../message/outcome';
import type { Column } from './use-columns';

const Wide = styled.div`
  overflow: auto;
  padding: 0 16px 8px;
  td {
    max-width: 220px;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
`;

const Pages = styled.div`
  display: flex;
  gap: 8px;
  padding: 6px 0;
`;

const pageSize = 20;

export interface CoverageTableProps {
  fields: readonly string[];
  columns: readonly Column[];
  coverage(message: string): MessageCoverage | null;
  shown: number;
  onShow(column: number): void;
}

/** The mesh as a table, for those who read it: a line a message, twenty at a time. */
export function CoverageTable({ fields, columns, coverage, shown, onShow }: CoverageTableProps) {
  const [page, setPage] = useState(Math.floor(Math.max(0, shown) / pageSize));
  const first = page * pageSize;
  const here = columns.slice(first, first + pageSize);
  return (
    <Wide>
      <RuledTable aria-label={workbenchWords.mesh.label}>
        <thead>
          <tr>
            <th scope="col">{workbenchWords.mesh.message}</th>
            {fields.map((field) => (
              <th key={field} scope="col">
                {field}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {here.map(({ name, subject }, i) => (
            <tr key={name}>
              <th scope="row">
                <PlainButton onPress={() => onShow(first + i)}>{subject || name}</PlainButton>
              </th>
              {fields.map((field) => (
                <td key={field}>{cellText(coverage(name), field)}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </RuledTable>
      <Pages>
        <Button isDisabled={page === 0} onPress={() => setPage(page - 1)}>
          {words.common.newer}
        </Button>
        <Button isDisabled={first + pageSize >= columns.length} onPress={() => setPage(page + 1)}>
          {words.common.older}
        </Button>
      </Pages>
    </Wide>
  );
}

function cellText(coverage: MessageCoverage | null, field: string): string {
  const cell = coverage?.cells[field];
  if (!cell) return workbenchWords.states['not tried'];
  const value = valueText(cell.value);
  const state = workbenchWords.states[cell.state];
  return cell.state === 'found' ? (value ?? state) : value === null ? state : `${state}: ${value}`;
}
