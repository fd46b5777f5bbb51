/** A value the stand-in believes a field to have, and the words it rests on. */
export interface Found {
  value: string | number | null;
  quote: string | null;
}

/** What the request says of a field: its name, and the JSON Schema of its value. */
export interface AskedField {
  name: string;
  /** Type as the instructions name it, such as `date` or `number in m`. */
  type: string;
  choices: string[] | null;
}

const nothing: Found = { value: null, quote: null };
const numberWords = 'zero one two three four five six seven eight nine ten'.split(' ');
const month =
  'jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?';

/** Words people use for what a field is called. */
const synonyms: Readonly<Record<string, readonly string[]>> = {
  vessel: ['vessel', 'boat', 'ship', 'yacht'],
  skipper: ['skipper', 'name', 'captain'],
  arrival: ['arrival', 'arrive', 'arrives', 'arriving', 'first night'],
  length: ['length', 'long'],
  nights: ['night', 'nights'],
};

/** Reads one field out of a message: by a label first, then by its type, then by the words around its name. */
export function findValue(field: AskedField, text: string): Found {
  return byLabel(field, text) ?? byType(field, text) ?? byWords(field, text) ?? nothing;
}

function byLabel({ name, type }: AskedField, text: string): Found | null {
  if (type !== 'text') return null;
  for (const word of namesOf(name)) {
    const match = new RegExp(`^[ \\t]*${word}[^\\n:]{0,20}:[ \\t]*(\\S[^\\n]*?)[ \\t]*$`, 'im').exec(text);
    if (match?.[1]) return { value: match[1], quote: match[1] };
  }
  return null;
}

function byType({ name, type, choices }: AskedField, text: string): Found | null {
  if (choices) return oneOf(choices, text);
  if (type.startsWith('email')) return first(/[\w.+-]+@[\w-]+(?:\.[\w-]+)+/, text);
  if (type.startsWith('phone')) return first(/\+\d[\d ()-]{7,18}\d|\b0\d[\d ]{8,13}\d/, text);
  if (type.startsWith('date'))
    return first(
      new RegExp(
        `\\b\\d{4}-\\d{2}-\\d{2}\\b|\\b\\d{1,2}(?:st|nd|rd|th)?(?: of)? (?:${month})(?: \\d{4})?\\b|\\b\\d{1,2}[/.]\\d{1,2}[/.]\\d{2,4}\\b`,
        'i',
      ),
      text,
    );
  if (type.startsWith('number')) return quantity(text, / in (\w+)/.exec(type)?.[1] ?? name);
  if (type.startsWith('integer')) return quantity(text, ...namesOf(name));
  return null;
}

function quantity(text: string, ...units: string[]): Found | null {
  const match = new RegExp(`\\b(\\d+(?:[.,]\\d+)?|${numberWords.join('|')})[ \\t]*(?:${units.join('|')})\\b`, 'i').exec(
    text,
  );
  if (!match?.[1]) return null;
  const word = numberWords.indexOf(match[1].toLowerCase());
  return { value: word >= 0 ? word : Number(match[1].replace(',', '.')), quote: match[1] };
}

/** A proper name near a word for the thing: “our boat, the Old Marigold”. */
function byWords({ name }: AskedField, text: string): Found | null {
  for (const word of namesOf(name)) {
    const match = new RegExp(
      `\\b${word}\\b,?\\s+(?:(?:is|the|called|named)\\s+)*((?:\\p{Lu}[\\p{L}’'-]*)(?: \\p{Lu}[\\p{L}’'-]*)*)`,
      'u',
    ).exec(text);
    if (match?.[1]) return { value: match[1], quote: match[1] };
  }
  return name === 'skipper' || name === 'contact' ? signer(text) : null;
}

/** The last line that is nothing but a name. */
function signer(text: string): Found | null {
  const lines = text.split('\n').map((line) => line.trim());
  const last = lines.findLast((line) => /^\p{Lu}[\p{L}’'-]+(?: \p{Lu}[\p{L}’'-]+){1,3}$/u.test(line));
  return last ? { value: last, quote: last } : null;
}

function oneOf(choices: readonly string[], text: string): Found | null {
  const choice = choices.find((entry) => text.toLowerCase().includes(entry.toLowerCase()));
  return choice ? { value: choice, quote: choice } : null;
}

function first(expression: RegExp, text: string): Found | null {
  const match = expression.exec(text);
  return match ? { value: match[0], quote: match[0] } : null;
}

const namesOf = (name: string): readonly string[] => synonyms[name] ?? [name.replaceAll('_', ' ')];
