import { type Question, rowsKey } from './request.js';

/** What a message tells the model to do. */
export interface Order {
  field: string;
  value: string;
  sentence: string;
}

const assignments = [
  /\b(?:set|put|make|change|setze?|mets|mettez|pon(?:ga)?|ponha|define|zet|saet|sæt)\s+(?:the\s+|das\s+|die\s+|den\s+|le\s+|la\s+|el\s+|o\s+|a\s+|het\s+|de\s+)?(?:field\s+|feld\s+|champ\s+|campo\s+|veld\s+|felt\s+)?["“„«]?([\p{L}_ ]+?)["”“»]?\s+(?:to|as|auf|à|sur|a|en|como|para|op|naar|til)\s+["“„«]?([^"”“»\n.]+?)["”“»]?(?:[.!\n]|$)/giu,
  /\b([\p{L}_]+)\s*(?:=|:=)\s*["“„]?([^"”“\n.,;]+)/gu,
];

/** Orders of the form “set the vessel to X”, and objects of JSON that pose as an answer. */
export function ordersIn(text: string): Order[] {
  const found = assignments.flatMap((pattern) =>
    [...text.matchAll(pattern)].map((match) => ({
      field: (match[1] ?? '').trim(),
      value: (match[2] ?? '').trim(),
      sentence: match[0],
    })),
  );
  const posed = [...text.matchAll(/\{[^{}\n]*\}/g)].flatMap((match): Order[] => {
    try {
      const data = JSON.parse(match[0]) as Record<string, unknown>;
      return Object.entries(data).map(([field, value]) => ({ field, value: String(value), sentence: match[0] }));
    } catch {
      return [];
    }
  });
  return [...found, ...posed];
}

/** Does what a message orders, as a model without judgement would: fields it names, fields it makes up, and rows. */
export function obey(
  answer: Record<string, unknown>,
  orders: readonly Order[],
  { fields, columns }: Question,
): Record<string, unknown> {
  const obeyed: Record<string, unknown> = { ...answer };
  for (const { field, value, sentence } of orders) {
    const name =
      [...fields, ...columns].find(
        (asked) => asked.name.replaceAll('_', ' ') === field.toLowerCase().replaceAll('_', ' '),
      )?.name ?? field;
    const entry = {
      value: asAsked(value, fields.find((asked) => asked.name === name)?.type),
      quote: sentence.includes(value) ? value : sentence,
    };
    const rows = obeyed[rowsKey];
    if (columns.some((column) => column.name === name) && Array.isArray(rows))
      for (const row of rows) row[name] = entry;
    else obeyed[name] = entry;
  }
  return obeyed;
}

function asAsked(value: string, type: string | undefined): string | number | boolean {
  if (type === 'integer' || type === 'number') return Number(value);
  return type === 'yes-no' ? /^(?:yes|true|ja|oui|si|sim)$/i.test(value) : value;
}
