/** What one kind of entry looks like at the desk. */
export interface Shape {
  [field: string]: { type: 'text' | 'number' | 'list' | 'date'; required?: boolean; most?: number };
}

export const shapes: Readonly<Record<'contacts' | 'jobs', Shape>> = {
  contacts: {
    email: { type: 'text', required: true },
    name: { type: 'text', required: true },
    phone: { type: 'text' },
    last_vessel: { type: 'text' },
    // The desk's form has two digits and a half for it.
    length: { type: 'number', most: 40 },
    source: { type: 'text' },
    tags: { type: 'list' },
    notes: { type: 'text' },
  },
  jobs: {
    title: { type: 'text', required: true },
    vessel: { type: 'text', required: true },
    reference: { type: 'text' },
    wanted_by: { type: 'date' },
    contact_email: { type: 'text' },
    notes: { type: 'text' },
  },
};

const fits = {
  text: (value: unknown) => typeof value === 'string',
  number: (value: unknown) => typeof value === 'number' && Number.isFinite(value),
  list: (value: unknown) => Array.isArray(value) && value.every((item) => typeof item === 'string'),
  date: (value: unknown) => typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value),
};

/** The desk's complaint about an entry, or null when it is fine. `whole` asks for what is required, too. */
export function complaintAbout(entry: Readonly<Record<string, unknown>>, shape: Shape, whole: boolean): string | null {
  for (const [field, value] of Object.entries(entry)) {
    const wanted = shape[field];
    if (!wanted) return `“${field}” is not a field`;
    if (!fits[wanted.type](value)) return `“${field}” must be a ${wanted.type}`;
    if (wanted.most !== undefined && (value as number) > wanted.most)
      return `“${field}” can be ${wanted.most} at the most`;
  }
  const missing = Object.entries(shape).find(([field, { required }]) => whole && required && !entry[field]);
  return missing ? `“${missing[0]}” is required` : null;
}
