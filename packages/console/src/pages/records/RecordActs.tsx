import type { FieldItem } from '@yellow-sieve/contract';
import { MenuTrigger } from 'react-aria-components';
import { Button } from '../../parts/Button';
import { Sheet } from '../../parts/Choice';
import { Item, List } from '../../parts/MenuList';
import { words } from '../../words';
import { downloadPath, fileFormats, type RecordsFilter } from './records-query';

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
