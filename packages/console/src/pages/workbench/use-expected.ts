import { useMutation, useQueryClient } from '@tanstack/react-query';
import { service } from '../../service';
import type { Column, Selection } from './use-columns';

/** What people say of values: kept as expected values of a sample, which a stored message becomes by that. */
export function useExpected(name: string, selection: Selection) {
  const queries = useQueryClient();
  const sampleOf = async (column: Column): Promise<string> => {
    if (selection.of === 'samples') return column.name;
    const kept = await service.samples.fromMessage({ params: { name }, body: { message: column.name } });
    return kept.name;
  };
  const onSuccess = () => queries.invalidateQueries({ queryKey: ['samples', name] });
  /** `value` undefined: what the draft makes of it is right. */
  const say = useMutation({
    mutationFn: async ({
      column,
      field,
      value,
    }: {
      column: Column;
      field: string;
      value: string | null | undefined;
    }) => {
      const sample = await sampleOf(column);
      const params = { name, sample };
      if (value === undefined) {
        await service.samples.confirm({ params, body: { with: 'draft', fields: [field] } });
        return;
      }
      const now = await service.samples.get({ params });
      await service.samples.expect({ params, body: { expect: { ...(now.expect ?? {}), [field]: value } } });
    },
    onSuccess,
  });
  const confirm = useMutation({
    mutationFn: async (column: Column) => {
      const sample = await sampleOf(column);
      await service.samples.confirm({ params: { name, sample }, body: { with: 'draft' } });
    },
    onSuccess,
  });
  return {
    say: say.mutate,
    confirm: confirm.mutate,
    isDone: confirm.isSuccess,
    count: say.submittedAt + confirm.submittedAt,
    error: say.error ?? confirm.error,
  };
}
