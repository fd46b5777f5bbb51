import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { service } from '../../service';

/** Puts files into a mailbox one after the other; what was taken stays taken when a later one is refused. */
export function useUpload(mailbox: string) {
  const queries = useQueryClient();
  const [taking, setTaking] = useState(0);
  const [taken, setTaken] = useState(0);
  const [trouble, setTrouble] = useState<unknown>(null);
  const upload = async (files: readonly File[]) => {
    setTrouble(null);
    setTaken(0);
    for (const [i, file] of files.entries()) {
      setTaking(files.length - i);
      try {
        await service.messages.feed({ params: { mailbox }, body: new Uint8Array(await file.arrayBuffer()) });
        setTaken((before) => before + 1);
      } catch (error) {
        setTrouble(error);
      }
    }
    setTaking(0);
    await queries.invalidateQueries({ queryKey: ['mailboxes'] });
  };
  return { taking, taken, trouble, upload: (files: readonly File[]) => void upload(files) };
}
