import { useQueryClient } from '@tanstack/react-query';
import { receivedOf } from '@yellow-sieve/client';
import { useState } from 'react';
import { service } from '../../service';
import { fill } from '../../words';
import { mailboxWords } from '../../words-set-up';
import { messagesOf, TooMuch } from './zip-messages';

const isArchive = ({ name }: File) => /\.zip$/i.test(name);

/**
 * Puts files into a mailbox one after the other; what was taken stays taken when a later one is refused. Messages of an archive are mail of
 * the past: they were received when they say, come after what comes now, and nobody is told of them.
 */
export function useUpload(mailbox: string) {
  const queries = useQueryClient();
  const [taking, setTaking] = useState(0);
  const [taken, setTaken] = useState(0);
  const [trouble, setTrouble] = useState<unknown>(null);
  const params = { mailbox };
  const take = async (put: () => Promise<unknown>) => {
    try {
      await put();
      setTaken((before) => before + 1);
    } catch (error) {
      setTrouble(error);
    }
  };
  const takeArchive = async (file: File) => {
    let any = false;
    for await (const { name, raw } of messagesOf(file)) {
      any = true;
      if (raw === null) {
        setTrouble(new Error(fill(mailboxWords.tooLong, { name })));
        continue;
      }
      const received = receivedOf(raw);
      const query = { tells: '', ...(received === null ? {} : { received }) };
      await take(() => service.messages.feed({ params, query, body: raw }));
    }
    if (!any) throw new Error(fill(mailboxWords.emptyArchive, { name: file.name }));
  };
  const upload = async (files: readonly File[]) => {
    setTrouble(null);
    setTaken(0);
    for (const [i, file] of files.entries()) {
      setTaking(files.length - i);
      if (isArchive(file))
        await takeArchive(file).catch((error: unknown) =>
          setTrouble(error instanceof TooMuch ? new Error(fill(mailboxWords.tooMuch, { name: file.name })) : error),
        );
      else await take(async () => service.messages.feed({ params, body: new Uint8Array(await file.arrayBuffer()) }));
    }
    setTaking(0);
    await queries.invalidateQueries({ queryKey: ['mailboxes'] });
  };
  return { taking, taken, trouble, upload: (files: readonly File[]) => void upload(files) };
}
