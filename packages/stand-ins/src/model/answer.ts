import { type AskedField, findValue } from './find-value.js';

interface ChatMessage {
  role: string;
  content: string;
}

export interface ChatRequest {
  model: string;
  messages: ChatMessage[];
  response_format?: { json_schema?: { schema?: { properties?: Record<string, FieldSchema> } } };
}

interface FieldSchema {
  properties?: { value?: { enum?: (string | null)[]; type?: string[] } };
}

/** The answer to a chat-completions request: JSON with a value and a quote for each field of the asked schema. */
export function answerRequest(request: ChatRequest): Record<string, unknown> {
  const system = request.messages.find(({ role }) => role === 'system')?.content ?? '';
  const message = fenced(request.messages.findLast(({ role }) => role === 'user')?.content ?? '');
  const properties = request.response_format?.json_schema?.schema?.properties ?? {};
  return Object.fromEntries(
    Object.entries(properties).map(([name, schema]) => [name, findValue(askedField(name, schema, system), message)]),
  );
}

function askedField(name: string, schema: FieldSchema, system: string): AskedField {
  const described = new RegExp(`^- ${name}: ([^;\\n]*)`, 'm').exec(system)?.[1] ?? 'text';
  const choices = schema.properties?.value?.enum?.filter((choice): choice is string => choice !== null) ?? null;
  return { name, type: described.trim(), choices };
}

/** What stands between the fences is the message; it is data and nothing else. */
function fenced(content: string): string {
  return /^=====[^\n]*\n([\s\S]*?)\n=====/.exec(content)?.[1] ?? content;
}
