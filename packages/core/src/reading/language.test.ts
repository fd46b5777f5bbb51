import { expect, test } from '@jest/globals';
import { languageOf } from './language.js';
import { readMessage } from './read-message.js';
import { formOf } from './reading.js';

async function language(text: string, head = ''): Promise<string> {
  const type = text.startsWith('<') ? 'html' : 'plain';
  const reading = await readMessage(Buffer.from(`${head}Content-Type: text/${type}; charset=utf-8\n\n${text}`));
  return languageOf(reading, formOf(reading));
}

test.each([
  ['en', 'Hello, my engine smokes and I lie at the outer wall. Can you look at it before Friday?'],
  ['de', 'Guten Tag, der Motor meines Bootes raucht und ich liege an der Außenmole. Können Sie helfen?'],
  ['fr', 'Bonjour, le moteur de mon bateau fume et je suis amarré au quai extérieur. Pouvez-vous venir ?'],
  ['es', 'Buenos días, el motor de mi barco echa humo y estoy en el muelle exterior. ¿Pueden venir hoy?'],
  ['pt', 'Bom dia, o motor do meu barco deita fumo e estou no cais exterior. Podem vir ver até sexta?'],
  ['da', 'Hej, min motor ryger, og jeg ligger ved ydermolen. Kan I se på den inden fredag?'],
  ['it', 'Buongiorno, il motore della mia barca fuma e sono al molo esterno. Potete venire oggi?'],
  ['nl', 'Goedemorgen, de motor van mijn boot rookt en ik lig aan de buitenpier. Kunt u komen kijken?'],
])('%s by its words', async (expected, text) => {
  expect(await language(text)).toBe(expected);
});

test('what the message states goes before its words; what is not known does not count', async () => {
  const german = 'Guten Tag, der Motor meines Bootes raucht und ich liege an der Außenmole.';
  expect(await language(german, 'Content-Language: pt-BR\n')).toBe('pt');
  expect(await language(`<html lang="da-DK"><p>${german}</p></html>`)).toBe('da');
  expect(await language(`<html lang="xx"><p>${german}</p></html>`)).toBe('de');
});

test('a text too short to tell is taken for English', async () => {
  expect(await language('Tern, 9 m')).toBe('en');
});
