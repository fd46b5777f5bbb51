import { dictionary } from '../dictionary.js';
import { shiftDay, weekdayOf } from './calendar.js';
import { weekdays } from './month-names.js';
import { leadingWords } from './number-words.js';

/** Days from the reference, by the words of eight languages, as `plainDate` has them. */
const near: Readonly<Record<string, number>> = dictionary(
  Object.fromEntries(
    (
      [
        [
          0,
          "today tonight hoje hoy heute oggi vandaag i_dag idag aujourd'hui aujourd’hui ce_jour this_afternoon this_evening",
        ],
        [1, 'tomorrow amanha manana demain domani i_morgen imorgen'],
        [-1, 'yesterday ontem ayer hier gestern ieri gisteren i_gar igar'],
        [
          2,
          'day_after_tomorrow depois_de_amanha pasado_manana ubermorgen apres-demain dopodomani overmorgen i_overmorgen',
        ],
        [-2, "day_before_yesterday anteontem anteayer vorgestern avant-hier l'altro_ieri eergisteren i_forgars"],
      ] as const
    ).flatMap(([days, words]) => words.split(' ').map((word) => [word.replace(/_/g, ' '), days])),
  ),
);
/** The same word for “tomorrow” in two languages, and for “morning” in neither of a date’s places. */
const morning: Readonly<Record<string, number>> = dictionary({ morgen: 1 });

const coming =
  /^(?:next|this|coming|nachste[nrms]?|kommende[nrms]?|diese[nrms]?|ce|cet|este|esta|el proximo|proximo|proxima|la proxima|a proxima|na proxima|naeste|næste|nu|førstkommende|quest[oa]|prossim[oa]|volgende|komende|aanstaande|deze) (.+)$/;
const comingBehind = /^(.+?)(?:-feira)? (?:prochain|que viene|que vem|prossim[oa]|proxim[oa]|coming)$/;
const past = /^(?:last|letzte[nrms]?|vergangene[nrms]?|sidste|vorige|afgelopen|el pasado|pasado|a passada) (.+)$/;
const pastBehind = /^(.+?)(?:-feira)? (?:dernier|passad[oa]|pasado|scors[oa]|last)$/;
const ahead =
  /^(?:in|dans|dentro de|en|em|daqui a|om|tra|fra|over) (.+?) (days?|tage[n]?|jours?|dias?|dage?|giorn[oi]|dagen|weeks?|wochen?|semaines?|semanas?|uger?|settiman[ae]|weken|week)$/;
const ago =
  /^(?:vor|y a|hace|ha|for)? ?(.+?) (days?|tage[n]?|jours?|dias?|dage?|giorn[oi]|dagen|weeks?|wochen?|semaines?|semanas?|uger?|settiman[ae]|weken|week)(?: ago| siden| fa| geleden| atras)?$/;
const isAgo = /^(?:vor|y a|hace|ha) |(?: ago| siden| fa| geleden| atras)$/;
const nextWeek = /^(?:next week(?: on)? (.+)|(.+) next week|nachste woche (.+)|(.+) nachste woche)$/;
const aheadEnglish = /^(.+?) (days?|weeks?) (?:from now|from today|ahead)$/;

/** The day that words count from a reference day, or null. “Next Friday” is the first Friday after the reference. */
export function relativeDay(text: string, reference: string, language: string): string | null {
  const days = near[text] ?? (language === 'en' ? undefined : morning[text]);
  if (days !== undefined) return shiftDay(reference, days);
  const span = ahead.exec(text) ?? aheadEnglish.exec(text);
  if (span) return afterSpan(span[1] ?? '', span[2] ?? '', reference, language);
  const since = isAgo.test(text) ? ago.exec(text) : null;
  if (since) return afterSpan(since[1] ?? '', since[2] ?? '', reference, language, -1);
  const inWeek = nextWeek.exec(text)?.slice(1).find(Boolean);
  if (inWeek !== undefined) return weekdayOfNextWeek(inWeek, reference);
  const back = past.exec(text)?.[1] ?? pastBehind.exec(text)?.[1];
  if (back !== undefined) return weekdayBeside(back, reference, -1);
  const ahead7 = coming.exec(text)?.[1] ?? comingBehind.exec(text)?.[1] ?? text;
  return weekdayBeside(ahead7, reference, 1);
}

function afterSpan(count: string, unit: string, reference: string, language: string, step = 1): string | null {
  const words = leadingWords(count, language);
  const number = /^\d{1,3}$/.test(count)
    ? Number(count)
    : words && words.rest === ''
      ? words.number
      : count === 'a'
        ? 1
        : null;
  if (number === null) return null;
  return shiftDay(reference, step * number * (/^(w|sem|uge|sett)/.test(unit) ? 7 : 1));
}

function weekdayOfNextWeek(name: string, reference: string): string | null {
  const wanted = weekdays.get(name.replace(/-feira$/, ''));
  const today = weekdayOf(reference);
  return wanted === undefined || today === null ? null : shiftDay(reference, 7 - today + wanted);
}

function weekdayBeside(name: string, reference: string, step: 1 | -1): string | null {
  const wanted = weekdays.get(name.replace(/-feira$/, ''));
  const today = weekdayOf(reference);
  if (wanted === undefined || today === null) return null;
  const ahead = (wanted - today + 7) % 7 || 7;
  return shiftDay(reference, step === 1 ? ahead : ahead - 7 || -7);
}
