import { anyOf } from '../text/plain-words.js';

// What mail programs write around the words of others: English, German, French, Spanish, Portuguese, Danish, Dutch,
// Italian, and their neighbours where they share a word. All without case and accents, as `plain` makes them.

/** “Forwarded message”, between dashes or with a colon. */
const forwarded = [
  'forwarded message',
  'begin forwarded message',
  'start of forwarded message',
  'weitergeleitete nachricht',
  'weitergeleitete e-?mail',
  'anfang der weitergeleiteten (?:nachricht|e-?mail)',
  'beginn der weitergeleiteten nachricht',
  'message transfere',
  'debut du message (?:transfere|reexpedie)',
  'courriel transfere',
  'mensaje reenviado',
  '(?:inicio|comienzo) del mensaje reenviado',
  'mensagem (?:encaminhada|reencaminhada)',
  'inicio da mensagem (?:encaminhada|reencaminhada)',
  'videresendt (?:meddelelse|besked|mail|e-?mail)',
  '(?:start pa|begyndelse pa|start pa den|begin) videresendt (?:meddelelse|besked|mail)',
  'doorgestuurd bericht',
  'begin doorgestuurd bericht',
  'begin van doorgestuurd bericht',
  'messaggio inoltrato',
  'inizio (?:del )?messaggio inoltrato',
  'vidarebefordrat (?:meddelande|brev)',
  'videresendt melding',
];

/** “Original message”: above a reply as well as above a forward. */
const original = [
  'original message',
  'original e-?mail',
  'ursprungliche nachricht',
  'originalnachricht',
  'original-nachricht',
  "message d'origine",
  'message d’origine',
  'message original',
  'message initial',
  'mensaje original',
  'mensagem original',
  'oprindelig (?:meddelelse|besked|mail|e-?mail)',
  'original meddelelse',
  'oorspronkelijk bericht',
  'origineel bericht',
  'messaggio originale',
  'ursprungligt meddelande',
  'opprinnelig melding',
];

/** “Forwarded by X on 3 May”. */
const forwardedBy = [
  'forwarded by',
  'weitergeleitet (?:von|durch)',
  'transfere par',
  'reachemine par',
  'reexpedie par',
  'reenviado por',
  '(?:encaminhado|reencaminhado) por',
  'videresendt (?:af|fra)',
  'doorgestuurd door',
  'inoltrato da',
];

const dashes = '[-–—_=*~>< ]{2,}';

/** A line that can only stand above a forwarded message. */
export const forwardWrapper = new RegExp(
  `^(?:${dashes}${anyOf(forwarded)}:?(?:${dashes})?|${anyOf(forwarded)} ?:|${dashes}${anyOf(forwardedBy)} .{1,200})$`,
);

/** A line that stands above a forwarded message or above a quoted one. */
export const originalWrapper = new RegExp(`^(?:${dashes}${anyOf(original)}:?(?:${dashes})?|${anyOf(original)} ?:?)$`);

/** Words that may stand above a header block without dashes or colon. */
export const bareForwardWrapper = new RegExp(`^${anyOf(forwarded)}$`);

export type HeaderRole = 'from' | 'date' | 'to' | 'cc' | 'bcc' | 'subject' | 'replyTo' | 'other';

const roles: Readonly<Record<HeaderRole, string>> = {
  from: 'from|von|de|fra|van|da|fran|expediteur|remitente|remetente|mittente|afzender|afsender|absender',
  date: "date|sent|datum|gesendet|gesendet am|envoye|envoye le|date d’envoi|date d'envoi|fecha|fecha de envio|enviado|enviado el|enviado em|enviada|enviada em|data|data de envio|dato|sendt|verzonden|verzonden op|verstuurd|inviato|inviata|inviato il|data invio|skickat|date sent|sent on|sendt den",
  to: 'to|an|a|para|til|aan|till|pour|destinataire|destinatario|per|empfanger|modtager',
  cc: 'cc|kopie \\(cc\\)|copia \\(cc\\)|copie a|kopie|kopi|copie|copia|copie a|con copia|per conoscenza|ccn',
  bcc: 'bcc|blindkopie|cci|cco|copia oculta',
  subject: 'subject|betreff|objet|sujet|asunto|assunto|emne|onderwerp|oggetto|amne|re',
  replyTo:
    'reply-to|reply to|antwort an|repondre a|responder a|svar til|antwoord aan|beantwoorden|rispondi a|responder para',
  other:
    'importance|wichtigkeit|prioritat|priorite|importancia|prioridad|prioridade|prioritet|vigtighed|prioriteit|urgentie|priorita|attachments?|anlagen?|anhange|anhang|pieces? jointes?|datos adjuntos|archivos adjuntos|adjuntos|anexos?|vedhaeftede filer|vedhæftede filer|vedhæftet|bijlagen?|allegat[oi]|organization|organisation|x-mailer|message-id|mime-version|content-type|resent-from|delivered-to|list-id|categories|signed by|mailed-by|sensitivity|expires',
};

/** What each header's label stands for. */
const headerRoles: readonly [HeaderRole, RegExp][] = (Object.entries(roles) as [HeaderRole, string][]).map(
  ([role, labels]) => [role, new RegExp(`^(?:${labels})$`)],
);

export function headerRole(label: string): HeaderRole | null {
  return headerRoles.find(([, labels]) => labels.test(label))?.[0] ?? null;
}

/** Verbs of “On 3 May Nils wrote:”. */
const writing = anyOf([
  'wrote',
  'writes',
  'has written',
  'schrieb',
  'schreibt',
  'geschrieben',
  'a ecrit',
  'ecrivait',
  'ecrit',
  'escribio',
  'ha escrito',
  'escreveu',
  'skrev',
  'skriver',
  'har skrevet',
  'schreef',
  'geschreven',
  'heeft geschreven',
  'ha scritto',
  'scrisse',
  'scriveva',
]);
export const wrote = new RegExp(`(?:^|[ ,>)*])${writing}(?= |:|,|$|\\*)`);

/** Somebody who wrote besides doing something else. */
export const doesAndWrote = new RegExp(` (?:and|und|et|y|e|en|og|och) ${writing}[:：]$`);

/** What “On 3 May …” begins with. */
export const dateOpener =
  /^(?:["*_ ]*)(?:on|at|in|am|le|el|em|a|as|den|op|il|il giorno|no dia|pa|dia|d\.|(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?|(?:mo|di|mi|do|fr|sa|so)[a-z]*[.,]|(?:lun|mar|mie|mer|jeu|jue|gio|ven|vie|sab|sam|dim|dom)[a-z]*\.?|(?:man|tir|tor|ons|fre|lor|son|seg|ter|qua|qui|sex|maa|din|woe|don|vri|zat|zon)[a-z.]*|\d{1,4}[-./]\d{1,2}|\d{1,2}\.? [a-z]{3,})(?=[ ,.]|$)/;

/** Subject prefixes: what a program puts before the subject of a reply and of a forward. */
const replyPrefixes = 're|aw|antw|antwort|sv|rif|ris|res|resp|ref|r|odp|vast|ynt|回复|答复|返信';
const forwardPrefixes = 'fw|fwd|wg|wtr|weitergeleitet|tr|rv|enc|env|reenv|i|inoltr|vs|vb|doorst|doorgest|转发';
const prefix = new RegExp(
  `^(?:(?<reply>${replyPrefixes})|(?<forward>${forwardPrefixes}))(?: ?[\\[(^]\\d{1,3}[\\])]?)? ?[:：]`,
);

/** Whether a subject begins as that of a reply or of a forward; tags in brackets before it do not count. */
export function subjectKind(plainSubject: string): 'reply' | 'forward' | null {
  const bare = plainSubject.replace(/^(?:\[[^\]]{1,40}\] ?)+/, '');
  const found = prefix.exec(bare)?.groups;
  return found?.reply !== undefined ? 'reply' : found?.forward !== undefined ? 'forward' : null;
}

/** Words that close a letter, alone on their line or with a name. */
const closings = [
  '(?:(?:with |my |our )*(?:kind(?:est)?|best|warm(?:est)?|many) )?regards(?: and thanks)?',
  '(?:with )?(?:best|kind|warm|good) wishes',
  'all the best',
  'best',
  'yours(?: (?:sincerely|faithfully|truly))?',
  '(?:sincerely|respectfully|faithfully)(?: yours)?',
  'cheers',
  '(?:many )?thanks(?: (?:in advance|again|and (?:kind |best )?regards|a lot|so much|very much))?',
  'thank you(?: (?:in advance|again|very much|so much|and (?:kind |best )?regards))?',
  'take care',
  'fair winds',
  'mit (?:freundlichen?|besten?|herzlichen?|vielen|lieben?) (?:gru(?:ss|ß)(?:en)?|gr(?:u|ue)(?:ss|ß)e?n?|empfehlungen|dank)',
  '(?:(?:freundliche|viele|beste|liebe|herzliche|schone) )?(?:gru(?:ss|ß)e?|grue(?:ss|ß)e)(?: aus .{2,40})?',
  'mfg|lg|vg|hochachtungsvoll|(?:vielen|besten|herzlichen) dank|danke(?: im voraus)?',
  '(?:bien |tres )?cordialement(?: votre| a vous)?',
  "bien (?:a vous|sincerement)|sinceres salutations|salutations(?: distinguees)?|meilleures salutations|amicalement|amities|(?:avec )?mes (?:meilleures |sinceres )?salutations|merci(?: (?:d[’']avance|beaucoup|par avance))?|cdlt|bonne (?:journee|reception)",
  '(?:un )?(?:cordial(?:es)? |atento )?saludos?(?: cordiales?| atentos?)?|atentamente|cordialmente|muchas gracias|gracias(?: (?:de antemano|por adelantado))?|un abrazo',
  '(?:com os )?(?:meus |melhores )?(?:(?:os )?(?:melhores )?cumprimentos|saudacoes)|atenciosamente|atentamente|att|abracos?|um abraco|(?:muito )?obrigad[oa](?: desde ja)?|cordialmente',
  '(?:(?:med )?(?:de )?(?:venlige?|bedste|mange|kaerlige?|kærlige?) )?(?:hilsen|hilsner|hilsener)|mvh|vh|(?:mange |pa forhand )?tak(?: pa forhand)?',
  '(?:met )?(?:vriendelijke|hartelijke|beste|warme)? ?(?:groet(?:en)?|groetjes)|mvg|hoogachtend|(?:alvast )?(?:bedankt|dank(?: u| je)?(?: wel)?)|dank bij voorbaat',
  '(?:un )?(?:cordiali|distinti|cari|migliori)? ?saluti?(?: cordiali)?|cordialmente|grazie(?: (?:mille|in anticipo|anticipatamente))?',
];
export const closing = new RegExp(`^(?:${closings.join('|')})(?: ?[,.!;:–-]+| ?\\))? ?(?<rest>.*)$`);

/** “Sent from my phone”, in its words; what names a page of a website is no phone. */
export const sentFrom =
  /^(?!.*(?:https?:|www\.))(?:sent (?:from|via) (?:my|the|an?)? ?.{2,60}|get .{2,40} for (?:ios|android)|von meinem .{2,40} (?:gesendet|aus gesendet)|gesendet (?:von|mit) .{2,60}|envoye (?:de|depuis) (?:mon|ma) .{2,60}|enviado (?:desde|do|de|a partir d[oe]) (?:mi|meu)? ?.{2,60}|sendt (?:fra|med) (?:min|mit) .{2,60}|verzonden (?:vanaf|met|vanuit) (?:mijn)? ?.{2,60}|inviato (?:da|dal) (?:mio )?.{2,60})$/;

/** Labels of lines that say how to reach somebody. */
export const contactLabel =
  /^(?:t|tel|tel\. ?nr|phone|ph|telefon|telefoon|telefono|telephone|telefone|tlf|tlf\.? ?nr|m|mob|mobile|mobil|mobiel|movil|cell|cellulare|telemovel|portable|gsm|d|direct|direkt|durchwahl|f|fax|e|e-?mail|mail|courriel|w|web|website|www|site|internet|skype|vhf|a|addr|address|adresse|office|kontor|buro|p|vat|ust-?id(?:nr)?|kvk|cvr|siret|siren|nif|p\.? ?iva|reg|iban|hrb|whatsapp)\.?$/;

/** What disclaimers say; two of these in a paragraph make one. */
export const disclaimerSigns: readonly RegExp[] = [
  /\bconfidential|\bprivileged\b|vertraulich|confidentiel|confidencia|fortrolig|vertrouwelijk|riservat/,
  /intended (?:solely |only |exclusively )?(?:for|recipient)|addressee|bestimmungsgemass|richtige[rn]? adressat|ausschlie(?:ss|ß)lich fur|destinataire|destinat[aá]ri|modtager|tiltænkt|geadresseerde|bestemd voor|uitsluitend/,
  /in error|by mistake|irrtumlich|versehentlich|par erreur|por error|por engano|por erro\b|ved en fejl|ved en fejltagelse|abusievelijk|per errore|onterecht/,
  /delete (?:it|this|the)|destroy|loschen|vernichten|supprimer|detruire|elimin|apag(?:ar|ue)|slette?\b|verwijder|cancellar|distrugg/,
  /unauthori[sz]ed|unbefugt|non autorise|no autorizad|nao autorizad|uautoriseret|ongeautoriseerd|non autorizzat|disclos|copying|weitergabe|divulga|videregiv|diffus|verspreid/,
  /notify (?:the|us)|(?:inform|advise) the sender|absender|avertir|informer l|notifi(?:que|car)|avise|underret|afsender|breng(?:t)? .{0,20}afzender|informare|mittente|expediteur|remetente|remitente/,
  /disclaimer|confidentiality notice|haftungsausschluss|avis de confidentialite|aviso (?:legal|de confidencialidad)|ansvarsfraskrivelse|avviso di riservatezza/,
  /virus|malware|viren/,
  /liab(?:le|ility)|haftung|responsabilit|responsabilidad|ansvar|aansprakelijk/,
  /consider the environment|environment before printing|umwelt|avant d.imprimer|antes de imprimir|udskriver|milieu|prima di stampare/,
  /registered (?:in|office|number)|company (?:number|no)|handelsregister|geschaftsfuhrer|sitz der gesellschaft/,
  /views (?:or opinions )?expressed|opinions expressed/,
];

/** A banner that a gateway puts above a message from outside. */
export const externalBanner =
  /^(?:\W*(?:external|caution|warning|achtung|vorsicht|attention|extern(?:e mail|er absender)?)\b.{0,40})?.{0,20}(?:this (?:e-?mail|message) (?:originated|was sent|came) from outside|external (?:e-?mail|sender)|von au(?:ss|ß)erhalb|provient de l.exterieur|origen externo|origem externa|ekstern afsender|externe afzender|mittente esterno)/;
