import { addressesOf } from '../headers/addresses.js';
import { headerOf } from '../headers/headers.js';
import type { HeaderLine } from '../mime/header-lines.js';
import type { AutomaticKind, MailReport } from '../reading.js';
import { plain } from '../text/plain-words.js';

export interface Automatic {
  kind: AutomaticKind;
  /** What says so, in words. */
  reason: string;
}

/** How subjects of absence notes begin, for the programs that set no header. */
const absent =
  /^(?:out of (?:the )?office|automatic reply|auto(?:matic)?[- ]?(?:reply|response|responder)|auto: |abwesenheitsnotiz|abwesend|automatische antwort|reponse automatique|absence du bureau|respuesta automatica|fuera de la oficina|resposta automatica|fora do escritorio|autosvar|automatisk svar|ikke til stede|automatisch antwoord|afwezigheidsbericht|afwezig|risposta automatica|fuori (?:sede|ufficio))\b/;

const returned =
  /\b(?:undeliver|delivery (?:status|failure|has failed|problem|report|warning)|delivery has failed|(?:mail|message|e-?mail) (?:could )?not (?:be )?delivered|non-?delivery|mail (?:system )?error|message delayed|delayed mail|returned mail|mail delivery|failure notice|unzustellbar|nicht zugestellt|non remis|echec de (?:la )?remise|no se ha podido entregar|devuelt|nao (?:foi )?entregue|kunne ikke leveres|onbestelbaar|mancat[ao] (?:consegna|recapito)|could not be delivered)/;
/** Nobody writes by hand from these. */
const daemon = /^(?:mailer-?daemon|mail-?daemon|mdaemon)$/;
/** People do, but not with the subject of a returned message. */
const delivers = /postmaster|mail.?(?:delivery|system|adm)|system administrator|smtp|noreply|no-reply|^ndr$|^admin$/;

/** Tells mail that nobody wrote by hand by RFC 3834, RFC 3464, RFC 8098 and what older programs do. */
export function automaticOf(
  headers: readonly [string, string][],
  lines: readonly HeaderLine[],
  report: MailReport | null,
): Automatic | null {
  const header = (name: string) => headerOf(headers, name)?.trim() ?? null;
  if (report)
    return {
      kind: report.kind,
      reason:
        report.kind === 'bounce'
          ? 'it reports a delivery (RFC 3464)'
          : 'it reports that a message was displayed (RFC 8098)',
    };
  const subject = plain(header('subject') ?? '');
  const from = addressesOf(lines, 'from')[0]?.address.toLowerCase() ?? '';
  const sender = from.includes('@') ? from.slice(0, from.lastIndexOf('@')) : from;
  const silentPath = header('return-path') === '<>';
  if (daemon.test(sender)) return { kind: 'bounce', reason: 'a mail server sent it' };
  if (returned.test(subject) && (silentPath || from === '' || delivers.test(sender)))
    return { kind: 'bounce', reason: 'its subject and its sender are those of a returned message' };
  const submitted = header('auto-submitted')?.toLowerCase() ?? 'no';
  if (/^auto-replied\b/.test(submitted)) return { kind: 'reply', reason: 'its header says auto-replied (RFC 3834)' };
  const silent = ['x-autoreply', 'x-autorespond', 'x-autoresponder', 'x-auto-reply'].find(
    (name) => header(name) !== null && !/^no$/i.test(header(name) ?? ''),
  );
  if (silent !== undefined) return { kind: 'reply', reason: `it has the header ${silent}` };
  if (/^auto_reply$/i.test(header('precedence') ?? ''))
    return { kind: 'reply', reason: 'its precedence is auto_reply' };
  if (absent.test(subject)) return { kind: 'reply', reason: 'its subject is that of an absence note' };
  if (!/^no\b/.test(submitted))
    return { kind: 'generated', reason: `its header says ${submitted.split(/[;\s]/)[0]} (RFC 3834)` };
  if (silentPath) return { kind: 'generated', reason: 'it has no return path' };
  return null;
}
