import type { FieldItem } from '@yellow-sieve/contract';
import { useState } from 'react';
import { MenuTrigger } from 'react-aria-components';
import { Link } from 'react-router';
import { Button } from '../../parts/Button';
import { Sheet } from '../../parts/Choice';
import { Item, List } from '../../parts/MenuList';
import { useMay } from '../../session/use-session';
import { words } from '../../words';
import { exportWords } from '../../words-exports';
import { SaveExport } from '../exports/SaveExport';
import { downloadPath, fileFormats, type RecordsFilter } from './records-query';

export interface RecordActsProps {
  filter: RecordsFilter;
  fields: readonly FieldItem[];
  hidden: ReadonlySet<string>;
  onHide(names: ReadonlySet<string>): void;
}

/** Which columns are in sight, and the selection as a file. */
export function RecordActs({ filter, fields, hidden, onHide }: RecordActsProps) {
  const may = useMay('author');
  const [saving, setSaving] = useState(false);
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
      <Link to="/exports">{exportWords.title}</Link>
      {may && <Button onPress={() => setSaving(true)}>{exportWords.saveAct}</Button>}
      {saving && <SaveExport filter={filter} columns={shown} onClose={() => setSaving(false)} />}
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
