import type { FieldItem } from '@yellow-sieve/contract';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button } from '../../parts/Button';
import { Sheet } from '../../parts/Choice';
import { words } from '../../words';
import { downloadPath, fileFormats, type RecordsFilter } from './records-query';

const List = styled(Menu)`
  min-width: 170px;
  padding: 6px 0;
  outline: none;
`;

const Item = styled(MenuItem)`
  display: block;
  padding: 4px 14px;
  font-size: 0.8125rem;
  text-decoration: none;
  cursor: pointer;
  outline: none;
  &[data-focused] {
    background: var(--paper);
    box-shadow: inset 2px 0 var(--ink);
  }
  &[data-selection-mode]::before {
    content: '';
    display: inline-block;
    width: 8px;
    height: 8px;
    margin-right: 8px;
    border: 1px solid var(--second);
    border-radius: 2px;
  }
  &[data-selected]::before {
    background: var(--ink);
  }
`;

export interface RecordActsProps {
  filter: RecordsFilter;
  fields: readonly FieldItem[];
  hidden: ReadonlySet<string>;
  onHide(names: ReadonlySet<string>): void;
}

/** Which columns are in sight, and the selection as a file. */
export function RecordActs({ filter, fields, hidden, onHide }: RecordActsProps) {
  const names = fields.map(({ name }) => name);
  const shown = names.filter((name) => !hidden.has(name));
  return (
    <>
      <MenuTrigger>
        <Button>{words.records.columns}</Button>
        <Sheet placement="bottom end">
          <List
            aria-label={words.records.columnsTitle}
            selectionMode="multiple"
            disallowEmptySelection
            selectedKeys={shown}
            onSelectionChange={(keys) => onHide(new Set(keys === 'all' ? [] : names.filter((name) => !keys.has(name))))}
          >
            {names.map((name) => (
              <Item key={name} id={name} shouldCloseOnSelect={false}>
                {name}
              </Item>
            ))}
          </List>
        </Sheet>
      </MenuTrigger>
      <MenuTrigger>
        <Button>{words.records.download}</Button>
        <Sheet placement="bottom end">
          <List aria-label={words.records.download}>
            {fileFormats.map((format) => (
              <Item
                key={format}
                id={format}
                href={downloadPath(filter, format, shown)}
                download={`${filter.sieve}.${format}`}
              >
                {words.records.formats[format]}
              </Item>
            ))}
          </List>
        </Sheet>
      </MenuTrigger>
    </>
  );
}
