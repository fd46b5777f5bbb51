/** Types of fields as people choose them; the service says which options each takes. */
export const fieldTypes = [
  'text',
  'choice',
  'number',
  'integer',
  'amount',
  'date',
  'time',
  'datetime',
  'duration',
  'yes-no',
  'email',
  'phone',
  'url',
  'attachment',
] as const;
