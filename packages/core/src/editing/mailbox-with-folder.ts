import type { FolderSource } from '../mailbox/index.js';
import { addItem, setEntry } from './set-entry.js';

/** A mailbox’s source text with one more folder, or with other settings for one it names; all else stays as it is. */
export function mailboxWithFolder(source: string, known: readonly FolderSource[], folder: FolderSource): string {
  const at = known.findIndex((one) => isSame(one, folder));
  if (at < 0) return addItem(source, ['folders'], folder);
  const others = known.map((one, i) => (i === at ? folder : one));
  return setEntry(source, [], 'folders', others);
}

/** The same without a folder. */
export function mailboxWithoutFolder(
  source: string,
  known: readonly FolderSource[],
  folder: Pick<FolderSource, 'connection' | 'folder'>,
): string {
  const others = known.filter((one) => !isSame(one, folder));
  return setEntry(source, [], 'folders', others.length > 0 ? others : undefined);
}

type Named = Pick<FolderSource, 'connection' | 'folder'>;
const isSame = (one: Named, other: Named) => one.connection === other.connection && one.folder === other.folder;
