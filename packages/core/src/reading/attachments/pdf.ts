import type { Limits } from '../../limits.js';
import { type DocumentKind, unreadable } from './document-kind.js';
import { pageText, type Stretch } from './page-text.js';
import { unpacksWithin } from './pdf-streams.js';

/** Files whose text layer can be read (ISO 32000). What is only a picture has none. */
export const pdf: DocumentKind = {
  takes: ({ type, filename }) => /^application\/(?:x-)?pdf$/.test(type) || /\.pdf$/i.test(filename ?? ''),
  async read(bytes, limits) {
    if (!unpacksWithin(bytes, limits.documentUnpacked)) return unreadable('YS-READING-DOCUMENT-LARGE');
    const { getDocumentProxy } = await import('unpdf');
    try {
      // The library takes the bytes for itself, so it has a copy.
      const document = await getDocumentProxy(new Uint8Array(bytes), {
        isEvalSupported: false,
        useSystemFonts: false,
        verbosity: 0,
      });
      try {
        const text = await textOf(document, limits);
        return text.trim() === '' ? unreadable('YS-READING-DOCUMENT-PICTURES') : { text, tables: [] };
      } finally {
        await document.destroy();
      }
    } catch (error) {
      if ((error as Error).name === 'PasswordException') return unreadable('YS-READING-DOCUMENT-SEALED');
      throw error;
    }
  },
};

type Document = Awaited<ReturnType<typeof import('unpdf').getDocumentProxy>>;

async function textOf(document: Document, { documentPages, attachmentText }: Limits): Promise<string> {
  let text = '';
  for (let number = 1; number <= Math.min(document.numPages, documentPages) && text.length < attachmentText; number++) {
    const page = await document.getPage(number);
    const { items } = await page.getTextContent();
    const stretches = items.flatMap((item): Stretch[] => {
      if (!('str' in item) || item.str === '') return [];
      const [, rise = 0, lean = 0, height = 0, x = 0, y = 0] = item.transform as number[];
      // What stands on its side is a stamp or a watermark.
      if (height === 0 || Math.abs(rise) > Math.abs(height) || Math.abs(lean) > Math.abs(height)) return [];
      return [{ text: item.str, x, y, width: item.width, height: Math.abs(height) }];
    });
    page.cleanup();
    text += `${text === '' ? '' : '\n'}${pageText(stretches)}`;
  }
  return text.slice(0, attachmentText);
}
