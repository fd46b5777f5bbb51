import { useMutation, useQueryClient } from '@tanstack/react-query';
import { type FormEvent, useState } from 'react';
import { Form } from 'react-aria-components';
import { useNavigate } from 'react-router';
import { Button, InkButton } from '../../parts/Button';
import { Choice } from '../../parts/Choice';
import { Acts, Dialog } from '../../parts/Dialog';
import { FormStack } from '../../parts/FormStack';
import { Muted } from '../../parts/Page';
import { TextField } from '../../parts/TextField';
import { Trouble } from '../../parts/Trouble';
import { service } from '../../service';
import { fill, words } from '../../words';
import { exportWords as say } from '../../words-exports';
import { fileFormats, type RecordsFilter } from '../records/records-query';
import { exportFileOf } from './export-file';

export interface SaveExportProps {
  filter: RecordsFilter;
  columns: readonly string[];
  onClose(): void;
}

/** Gives the choice of records in sight a name. */
export function SaveExport({ filter, columns, onClose }: SaveExportProps) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const { timeZone: zone } = Intl.DateTimeFormat().resolvedOptions();
  const [chosen, setChosen] = useState({ title: '', period: 'all', format: 'csv' as (typeof fileFormats)[number] });
  const save = useMutation({
    mutationFn: () => {
      const { name, source } = exportFileOf({ ...chosen, title: chosen.title.trim(), zone }, filter, columns);
      return service.exports.put({ params: { name }, body: new TextEncoder().encode(source) });
    },
    onSuccess: async () => {
      await queries.invalidateQueries({ queryKey: ['exports'] });
      void navigate('/exports');
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  return (
    <Dialog title={say.saveTitle} isOpen onClose={onClose}>
      <Form onSubmit={submit}>
        <FormStack>
          <Muted>{say.saveHelp}</Muted>
          <TextField
            label={say.titleOf}
            value={chosen.title}
            onChange={(title) => setChosen({ ...chosen, title })}
            isRequired
            autoFocus
          />
          <Choice
            label={say.period}
            value={chosen.period}
            options={Object.entries(say.periods).map(([key, text]) => ({ key, text }))}
            help={chosen.period === 'all' ? undefined : fill(say.zone, { zone })}
            onChange={(period) => setChosen({ ...chosen, period })}
          />
          <Choice
            label={say.format}
            value={chosen.format}
            options={fileFormats.map((key) => ({ key, text: words.records.formats[key] }))}
            onChange={(format) => setChosen({ ...chosen, format: format as (typeof fileFormats)[number] })}
          />
          {save.error && <Trouble error={save.error} />}
          <Acts>
            <InkButton type="submit" isPending={save.isPending} isDisabled={chosen.title.trim() === ''}>
              {say.save}
            </InkButton>
            <Button onPress={onClose}>{words.common.cancel}</Button>
          </Acts>
        </FormStack>
      </Form>
    </Dialog>
  );
}
