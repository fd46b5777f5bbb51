import { fromOrigin, type Link, linesOf, plain, type Range, type View } from '../reading/index.js';
import { isWeekdayName } from '../values/month-names.js';

/**
 * What stands around the words that matter, and says the same to everybody: a letterhead with its menu, a notice on top, what is
 * recommended beside, how to reach the sender, and what the law or good manners ask for at the foot. No value is looked for there.
 */
export function wordsAround(view: View, links: readonly Link[]): Range[] {
  const { text } = view;
  const paragraphs = paragraphsOf(text);
  const placed = links.flatMap((link) => fromOrigin(view, link) ?? []);
  return [
    ...letterhead(text, placed),
    ...buttons(text, placed),
    ...paragraphs
      // What is all that a message says is no notice above it.
      .slice(0, Math.min(2, paragraphs.length - 1))
      .filter(({ start, end }) => end - start <= longestNotice && isNotice(text.slice(start, end))),
    ...recommended(text, paragraphs),
    ...foot(text, paragraphs),
  ];
}

/** A text in which some ranges are blanks, so that offsets stay; but for the lines that begin at an offset in `keep`. */
export function withBlanks(text: string, ranges: readonly Range[], keep: ReadonlySet<number> = new Set()): string {
  if (ranges.length === 0) return text;
  return linesOf(text)
    .map((line) => {
      let words = text.slice(line.start, line.end);
      if (keep.has(line.start)) return words;
      for (const { start, end } of ranges) {
        const [from, to] = [Math.max(start, line.start) - line.start, Math.min(end, line.end) - line.start];
        if (from < to) words = words.slice(0, from) + ' '.repeat(to - from) + words.slice(to);
      }
      return words;
    })
    .join('\n');
}

/** Stretches of lines that are not blank; a ruling parts them too. */
function paragraphsOf(text: string): Range[] {
  const found: Range[] = [];
  let open: Range | null = null;
  for (const { start, end } of linesOf(text)) {
    const isApart = !/[\p{L}\p{N}]/u.test(text.slice(start, end));
    if (isApart) open = null;
    else if (open) open.end = end;
    else {
      open = { start, end };
      found.push(open);
    }
  }
  return found;
}

/** Lines of nothing but links, side by side, at the most: of more, each is an item of something. */
const maxButtons = 3;
const maxOnLine = 12;

/** What one may do with a message: lines of a few links and nothing else. */
function buttons(text: string, links: readonly Range[]): Range[] {
  const lines = linesOf(text);
  const onLine = new Map<number, Range[]>();
  const inOrder = [...links].sort((a, b) => a.start - b.start);
  let at = 0;
  for (const link of inOrder) {
    while (lines[at] && (lines[at] as Range).end < link.end) at++;
    onLine.set(at, [...(onLine.get(at) ?? []), link].slice(0, maxOnLine));
  }
  const found = lines.filter(({ start, end }, i) => {
    const own = onLine.get(i)?.filter((link) => link.start >= start) ?? [];
    const rest = own.reduceRight(
      (words, link) => words.slice(0, link.start - start) + words.slice(link.end - start),
      text.slice(start, end),
    );
    return (
      own.length > 1 && !/[\p{L}\p{N}]/u.test(rest) && own.every((link) => isEntry(text.slice(link.start, link.end)))
    );
  });
  return found.length > maxButtons ? [] : found;
}

/** Lines of a letterhead that are looked at, a menu among them. */
const maxHead = 5;

/** A menu near the top, with the name of the sender above or before it. */
function letterhead(text: string, links: readonly Range[]): Range[] {
  const filled = linesOf(text).filter(({ start, end }) => text.slice(start, end).trim() !== '');
  const at = filled.slice(0, maxHead).findLastIndex((line) => isMenu(text, line, links));
  const last = filled[at];
  if (!last || filled.length <= at + 1) return [];
  const isName = ({ start, end }: Range) =>
    /^\P{N}{1,40}$/u.test(text.slice(start, end)) && !/[:=,.!?]/.test(text.slice(start, end));
  return [{ start: filled.slice(0, at).every(isName) ? 0 : last.start, end: last.end }];
}

/** Entries of a menu at least, and characters of each at the most. */
const minEntries = 3;
const longestEntry = 24;

const isEntry = (words: string) => words.length <= longestEntry && !/[\d:=@]/.test(words);

/** A few words to click each, side by side, and no line of a table. */
function isMenu(text: string, { start, end }: Range, links: readonly Range[]): boolean {
  const words = text.slice(start, end);
  if (words.length > longestLine) return false;
  const entries = words.split(/\s*[|·•\t]\s*| {3,}/).filter((entry) => entry.trim() !== '');
  if (entries.length < minEntries || !entries.every(isEntry)) return false;
  const own = links.filter((link) => link.start >= start && link.end <= end);
  if (own.length >= entries.length - 1) return true;
  // A line of a table has others right below, or above.
  const isAlone = [text.slice(0, start).split('\n').at(-2), text.slice(end).split('\n')[1]].every(
    (line = '') => !/[|·•\t+]/.test(line),
  );
  return own.length === 0 && /[|·•]/.test(words) && isAlone && text.slice(end).startsWith('\n\n');
}

const longestNotice = 600;

/** Words in capitals, or of warning, and then sentences: a notice to everybody, or an advert. */
function isNotice(paragraph: string): boolean {
  const words = paragraph.replace(/\s+/g, ' ').replace(/^[\W_]+|[*_#\s-]+$/gu, '');
  const [, label = '', said = ''] = /^([^:.!?]{2,40})[:!] (.+)$/u.exec(words) ?? [];
  const isSentence = /^\S+(?: \S+){3,}/.test(said) && /[.!]["”)]?$|https?:\S+$|[.!] .{1,40}$/.test(said);
  return isSentence && (ofWarning.test(plain(label)) || (label === label.toUpperCase() && /\p{Lu}{3}/u.test(label)));
}

const ofWarning =
  /\b(?:caution|warning|external|attention|important|please note|achtung|warnung|vorsicht|wichtig|hinweis|extern|avertissement|prudence|precaucion|advertencia|aviso|importante|atencao|cuidado|attenzione|avviso|let op|waarschuwing|belangrijk|advarsel|vigtigt)$/;

/** The part of a message that what stands around it takes at the most, when it runs on to the end. */
const maxShare = 0.75;

/** Labels that what is offered has at the most; below more of them stands a form. */
const maxOfGoods = 2;
const longestForm = 200;

/** From what one might like as well to the end. */
function recommended(text: string, paragraphs: readonly Range[]): Range[] {
  const at = paragraphs.findIndex(
    ({ start, end }, i) => i > 0 && ofOffers.test(plain(firstLine(text.slice(start, end)))),
  );
  return toEnd(text, paragraphs, at);
}

const firstLine = (paragraph: string) => (paragraph.split('\n', 1)[0] ?? '').slice(0, longestLine);

const ofOffers =
  /^(?:you (?:may|might) (?:also|like)|(?:customers|others) (?:also|who)|recommended for you|we (?:also )?recommend|more (?:for|from) (?:you|us)|discover more|das konnte (?:sie|dich|ihnen|dir)|weitere empfehlungen|unsere empfehlungen|empfehlungen fur|vous (?:aimerez|pourriez) (?:aussi|aimer)|nos (?:suggestions|recommandations)|(?:te|le) (?:puede|podria) (?:interesar|gustar)|(?:tambien|talvez) (?:te|lhe|le)|(?:pode|podera) (?:tambem )?(?:gostar|interessar)|(?:ti|le) potrebbe(?:ro)? (?:anche )?(?:interessare|piacere)|misschien vind (?:je|u)|(?:anderen|klanten) bekeken|maske kan du)/;

/** Characters of a line that are looked at. */
const longestLine = 400;

/** Lines of a foot at the most; where more follow, such words stand above something else. */
const longestFoot = 16;

/** From the first words of a foot to the end, with how to reach the sender right above. */
function foot(text: string, paragraphs: readonly Range[]): Range[] {
  const lines = paragraphs.flatMap((paragraph, of) =>
    linesOf(text.slice(paragraph.start, paragraph.end)).map(({ start, end }) => ({
      of,
      start: paragraph.start + start,
      end: paragraph.start + end,
    })),
  );
  const wordsIn = ({ start, end }: Range) => plain(text.slice(start, Math.min(end, start + longestLine)));
  const told = lines.findIndex((line, i) => i >= minAbove && ofFoot.test(wordsIn(line)));
  const near = paragraphs[(lines[told]?.of ?? paragraphs.length) - minAbove]?.start ?? text.length;
  const isHeading = (words: string) => ofHelp.test(words) && !/[:\t] *[^ ]/.test(words);
  const help = lines.findIndex((line, i) => i >= minAbove && line.start >= near && isHeading(wordsIn(line)));
  const first = lines[help >= 0 ? help : told];
  if (!first) return [];
  const own = lines.filter(({ of, start }) => of === first.of && start < first.start);
  const at = own.every((line) => ofSender.test(wordsIn(line)))
    ? lines.findIndex(({ of }) => of === first.of)
    : lines.indexOf(first);
  const { start } = lines[at] as Range;
  // `This message was sent from your contact form` may stand above the form.
  const labels = lines.slice(at).flatMap((line) => otherLabel(wordsIn(line)) ?? []);
  const isAbove = lines.length - at > longestFoot || new Set(labels).size > maxLabels;
  return isAbove ? [first] : [{ start, end: text.length }];
}

/** Labels in a foot at the most that say nothing of the sender. */
const maxLabels = 1;

/** The label of a line that has a value, and is none of a foot; null where it is none. */
function otherLabel(words: string): string | null {
  const label = /^[-*•]? ?(\p{L}[^:\t]{0,40})[:\t] *[^ /]/u.exec(words)?.[1] ?? null;
  // On which days they are there.
  const isDay = isWeekdayName(/^\p{L}+/u.exec(label ?? '')?.[0] ?? '');
  return label === null || isDay || ofSender.test(words) || ofFoot.test(words) || ofHelp.test(words) ? null : label;
}

/** Lines, or paragraphs, that stand above a foot at least. */
const minAbove = 2;

/** A line that says who the sender is, and how to reach them. */
const ofSender =
  /\b(?:ltd|limited|plc|llp|gmbh|ag|kg|e\.? ?v|s\.?a\.?r?\.?l?|s\.?r\.?l|s\.?l|lda|b\.?v|n\.?v|aps|a\/s)\b|registered|handelsregister|\bhrb\b|\bvat\b|ust-?id|\biva\b|@|\bwww\.|https?:|\+?\d[\d ()/-]{6,}\d/;

const ofFoot = new RegExp(
  [
    // One may leave, or stays on a list.
    String.raw`\bunsubscribe\b|manage (?:your )?(?:preferences|subscriptions)|(?:stop|no longer (?:wish|want) to) receiv`,
    String.raw`\babbestellen\b|newsletter abmelden|keine (?:e-?mails|nachrichten) mehr`,
    'se (?:desabonner|desinscrire)|(?:ne plus|plus) recevoir',
    '(?:darse|date) de baja|cancelar (?:la |a )?(?:suscripcion|subscricao|inscricao)|(?:dejar|deixar) de recibir|deixar de receber',
    String.raw`annulla (?:l.)?iscrizione|disiscri\w+|non (?:vuoi|desideri) piu|\b(?:uitschrijven|afmelden)\b|niet meer ontvangen|\bafmeld\b`,
    // Why somebody gets it, and from whom.
    "you(?:'re| are)? (?:receive|receiving|received|got|get|getting) this (?:e-?mail|mail|message|notice|newsletter)? ?(?:because|as)",
    '(?:this|the) (?:e-?mail|message) (?:was|has been|is) (?:sent|automatically|generated)|this is an automat(?:ed|ic)|do not reply|not monitored',
    '(?:sie|du) (?:erhalten|erhaltst|bekommen|bekommst) diese (?:e-?mail|nachricht|mail)|diese (?:e-?mail|nachricht|mail) (?:wurde|ist) |antworten sie (?:bitte )?nicht',
    'vous recevez (?:ce|cet|cette) |vous a ete (?:envoye|adresse)|ne (?:pas|repondez pas) (?:repondre|a)',
    '(?:recibes?|recibe|recebeu?|recebes) est[ea] (?:correo|mensaje|e-?mail|mensagem)|est[ea] (?:correo|mensaje|mensagem|e-?mail) (?:ha sido|fue|foi) |(?:no|nao) respond[ae]',
    'ricev(?:i|e) questa (?:e-?mail|mail)|questa (?:e-?mail|mail) |non rispondere|(?:u|je) ontvangt (?:deze|dit) |(?:deze|dit) (?:e-?mail|mail|bericht) (?:is|wordt) ',
    'du (?:modtager|far) denne|denne (?:e-?mail|mail|besked) (?:er|kan) ',
    // The list it came over.
    '(?:^|[a-z] )(?:mailing[ -]?list|mailingliste|mailinglijst|liste de diffusion|lista de (?:correo|distribucion|distribuicao))$',
    // Whose words they are, and what the law wants to be said of a firm.
    String.raw`all rights reserved|alle rechte vorbehalten|tous droits reserves|todos (?:los derechos|os direitos) reservados|tutti i diritti riservati|alle rechten voorbehouden|alle rettigheder|(?:^| )(?:©|\(c\)) ?\d{4}`,
    String.raw`\bhrb ?\d|geschaftsfuhr|amtsgericht|registergericht|\bau capital de\b|\bsiret\b|registered in (?:england|scotland|wales|ireland)|registered office`,
    // Where else they can be met.
    '^(?:follow us|folgen sie uns|folge uns|suivez-nous|siguenos|siga-nos|seguici|volg ons|folg os)',
  ].join('|'),
);

/** What heads words for everybody: how to get in touch with the sender, when they are there, and what they do next. */
const ofHelp =
  /^(?:need (?:any )?help|(?:any |got )?questions\?|(?:contact|call|write to|ring|reach) us\b|get in touch|haben sie fragen|noch fragen|fragen\?|brauchen sie hilfe|besoin d.aide|(?:une |des )?questions? ?\?|contactez-nous|nous contacter|necesitas? ayuda|¿necesitas?|alguna duda|contactanos|contactenos|precisa de ajuda|duvidas\?|fale con(?:n)?osco|contacte-nos|hai bisogno|bisogno d.aiuto|contattaci|hulp nodig|vragen\?|neem contact|har du sporgsmal|brug for hjaelp|kontakt os|customer (?:service|care|support)\b|support team|help ?desk|kundenservice|kundendienst|service client|(?:servicio de )?atencion al cliente|apoio ao cliente|servizio clienti|klantenservice|kundeservice|(?:our )?(?:opening|business|office) hours|(?:unsere )?(?:offnungs|geschafts)zeiten|(?:nos )?horaires|horario de (?:apertura|atencion|atendimento|funcionamento)|orari(?:o)? di apertura|openingstijden|abningstider|what happens (?:next|now)|(?:your )?next steps|(?:so|wie) geht (?:es|.s) (?:jetzt )?weiter|et maintenant|prochaines etapes|¿?(?:y ahora|que pasa ahora)|proximos (?:pasos|passos)|e agora|cosa succede (?:ora|adesso)|prossimi passi|hoe (?:nu )?verder|hvad sker der nu)/;

function toEnd(text: string, paragraphs: readonly Range[], at: number): Range[] {
  const first = paragraphs[at];
  const all = text.trim().length;
  if (at <= 0 || !first || text.slice(first.start).trim().length > maxShare * all) return [];
  const below = linesOf(text.slice(first.start)).slice(0, longestForm);
  const labels = new Set(
    below.flatMap(
      ({ start, end }) =>
        otherLabel(plain(text.slice(first.start + start, first.start + Math.min(end, start + longestLine)))) ?? [],
    ),
  );
  return labels.size > maxOfGoods ? [] : [{ start: first.start, end: text.length }];
}

/** Who sends a mail and where from: parts that marks keep apart, in no sentence. */
export const isImprint = (words: string, isLast: boolean) =>
  !/[.!?:]\s*$/.test(words) && (/ [·|•] /.test(words) || (isLast && /,\s/.test(words)));
