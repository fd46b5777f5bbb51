import { plain } from './fold.js';

// General words of seven languages: English, German, French, Spanish, Portuguese, Dutch, Danish. No word here belongs to any
// trade, so that what the stand-in finds, it finds by the message, the instructions and the examples.

const set = (words: string): ReadonlySet<string> => new Set(words.split(/\s+/).filter(Boolean).map(plain));

/** Words too common to tell anything. */
export const common = set(`
  next last well good goods thing things each every both other another same such much many yes let say says said text named name's nu goed goede goedemorgen goedemiddag goedenavond iedereen verder voor hallo guten morgen liebe hello dear hi buenos buenas hola bonjour bonsoir ola bom boa beste dag kaere hej re fwd wg rv tr order
  the a an of in on at to for from by with and or is are was were be been it its this that these those we i you he she they our your my
  his her their me us them as if not no so but do does did has have had will would can could should may might please there here what
  when where which who how any some all one than then also just only very more most up out about into over after before between if else
  der die das den dem des ein eine einen einem einer eines und oder ist sind war waren sein es sie er wir ich du ihr mit von zu zum zur in im
  an am auf fur bei aus nach als wenn nicht kein keine so aber auch nur noch schon sehr mehr was wie wo wer dass man bitte hat haben wird
  werden kann konnen soll sollen mir mich uns euch ihn ihm seine seiner ihre ihrer unser unsere bis um uber unter durch gegen ohne
  le la les l un une des du de d et ou est sont etait etre il elle ils elles nous vous je tu on ce cet cette ces mon ma mes notre votre leur
  leurs son sa ses au aux en dans sur pour par avec sans que qui quoi dont ne pas plus si mais aussi tres y a ont avons avez fait qu
  el los las lo uno unos unas del al y o es son era ser se su sus mi mis nos nuestro nuestra con sin por para que como cuando donde si no mas
  muy ya ha han he hay esta este estos estas ese esa eso le les me te
  o os as um uma uns umas do da dos das no na nos nas e ou foi ser em ao aos por para com sem que como quando onde se nao mais muito ja
  ha tem temos seu sua seus suas meu minha nosso nossa este esta isso lhe me
  de het een en of is zijn was waren ze hij zij wij we ik je jij u uw ons onze mijn haar hem hun met van voor op in aan bij uit naar als
  niet geen maar ook nog al zeer meer wat hoe waar wie dat dit die deze er worden wordt kan kunnen zal zullen heeft hebben door tot om te
  den det en et og eller er var vaere han hun vi jeg du i de dem os vores min mit din sin til fra med af pa for som hvis ikke ingen men ogsa
  kun meget mere hvad hvor hvem at har havde vil kan skal der her om ved
`);

export const negations = set(
  'no not none never without nobody nothing neither nor nope cannot kein keine keinen keinem keiner nicht nie ohne weder nichts pas non ne sans aucun aucune jamais ni rien sin ningun ninguna nunca nada nao sem nenhum nenhuma nem geen niet zonder nooit noch nee ikke ingen intet uden aldrig nej nej hverken',
);

/** What takes back what stands beside it. */
/** Small words before a name, by what they say; the same in all languages. */
export const prepositions: ReadonlyMap<string, string> = new Map(
  (
    [
      ['in', 'in at im en em a te i nach to zu til'],
      ['of', 'of de von van des du do da del dos af vom'],
      ['for', 'for fur para pour voor'],
      ['under', 'under unter sous bajo sob onder auf als as'],
      ['from', 'from aus depuis desde fra ab'],
      ['by', 'by durch par por door af'],
    ] as const
  ).flatMap(([kind, words]) => words.split(' ').map((word): [string, string] => [word, kind])),
);

export const cancelled = set(
  'cancel cancelled canceled cancels scrap drop forget instead storniert stornieren streichen entfallt abgesagt annule annulee annuler supprimer anular anulado cancelar cancelado cancelada eliminar anulada desconvocado afgelast annuleren vervalt geschrapt aflys aflyst annulleret udgar',
);
/** What says that the words behind it count, and those before it do not. */
export const corrected =
  /(?:\b(?:sorry|i mean|make (?:that|it)|rather|correction|no wait|instead|vielmehr|besser gesagt|doch lieber|nein|pardon|plutot|finalement|je veux dire|perdon|mejor|corrijo|quiero decir|fueron|desculpe|alias|melhor|quero dizer|sorry|of nee|liever|nee|undskyld|jeg mener|hellere|rettelse)\b)/i;

const indexed = (words: string): ReadonlyMap<string, number> =>
  new Map(
    words
      .trim()
      .split(/\n/)
      .flatMap((line, i) =>
        line
          .trim()
          .split(/\s+/)
          .map((word): [string, number] => [plain(word), i]),
      ),
  );

/** Sunday is 0. */
export const weekdays = indexed(`
  sunday sundays sun sonntag sonntags dimanche domingo zondag sondag søndag
  monday mondays mon montag montags lundi lunes segunda segunda-feira maandag mandag
  tuesday tuesdays tue dienstag dienstags mardi martes terca terca-feira dinsdag tirsdag
  wednesday wednesdays wed mittwoch mittwochs mercredi miercoles quarta quarta-feira woensdag onsdag
  thursday thursdays thu donnerstag donnerstags jeudi jueves quinta quinta-feira donderdag torsdag
  friday fridays fri freitag freitags vendredi viernes sexta sexta-feira vrijdag fredag
  saturday saturdays sat samstag samstags sonnabend samedi sabado zaterdag lordag lørdag
`);

/** January is 0. */
export const months = indexed(`
  january jan januar janner janvier enero janeiro januari
  february feb februar fevrier febrero fevereiro februari
  march mar marz mars marzo marco maart marts
  april apr avril abril
  may mai mayo maio mei maj
  june jun juni juin junio junho
  july jul juli juillet julio julho
  august aug aout agosto augustus
  september sep sept septembre septiembre setembro
  october oct oktober octobre octubre outubro okt
  november nov novembre noviembre novembro
  december dec dezember dez decembre diciembre dezembro
`);

/** Days from the day of the message, longest phrases first. */
export const nearDays: readonly (readonly [string, number])[] = (
  [
    [
      2,
      'the day after tomorrow|day after tomorrow|übermorgen|après-demain|pasado mañana|depois de amanhã|overmorgen|i overmorgen|i overmorgen',
    ],
    [
      -2,
      'the day before yesterday|day before yesterday|vorgestern|avant-hier|anteayer|anteontem|eergisteren|i forgårs|forgårs',
    ],
    [1, 'tomorrow|morgen früh|morgen|demain|mañana|amanhã|i morgen|imorgen'],
    [-1, 'yesterday|last night|gestern|hier|ayer|anoche|ontem|gisteren|i går|igår|i aftes'],
    [
      0,
      'today|this morning|this afternoon|tonight|this evening|heute|aujourd’hui|ce matin|ce soir|hoy|esta mañana|hoje|esta manhã|vandaag|vanmorgen|vanavond|vanmiddag|i dag|idag|i aften',
    ],
  ] as const
)
  .flatMap(([days, words]) => words.split('|').map((word) => [plain(word), days] as const))
  .sort((a, b) => b[0].length - a[0].length);

/** The day behind, or before, one that was named before. */
export const besideDays: readonly (readonly [string, number])[] = [
  ...'the day after|a day later|the following day|the next day|tags darauf|am tag darauf|am nächsten tag|le lendemain|el día siguiente|al día siguiente|no dia seguinte|o dia seguinte|de dag erna|de volgende dag|dagen efter|næste dag'
    .split('|')
    .map((word) => [plain(word), 1] as const),
  ...'the day before|am tag davor|am vortag|la veille|el día anterior|no dia anterior|de dag ervoor|dagen før'
    .split('|')
    .map((word) => [plain(word), -1] as const),
];

const cardinals = `
  zero nought null zero cero nul nulla
  one eins ein eine einen einem einer un une uno una um uma een et
  two zwei zwo deux dos dois duas twee to
  three drei trois tres drie tre
  four vier quatre cuatro quatro vier fire
  five funf cinq cinco vijf fem
  six sechs seis zes seks
  seven sieben sept siete sete zeven syv
  eight acht huit ocho oito otte
  nine neun neuf nueve nove negen ni
  ten zehn dix diez dez tien ti
  eleven elf onze once elleve
  twelve zwolf douze doce doze twaalf tolv
  thirteen dreizehn treize trece treze dertien tretten
  fourteen vierzehn quatorze catorce catorze veertien fjorten
  fifteen funfzehn quinze quince vijftien femten
  sixteen sechzehn seize dieciseis dezasseis dezesseis zestien seksten
  seventeen siebzehn dix-sept diecisiete dezassete dezessete zeventien sytten
  eighteen achtzehn dix-huit dieciocho dezoito achttien atten
  nineteen neunzehn dix-neuf diecinueve dezanove dezenove negentien nitten
  twenty zwanzig vingt veinte vinte twintig tyve
`;
const tens = `
  thirty dreissig trente treinta trinta dertig tredive
  forty vierzig quarante cuarenta quarenta veertig fyrre
  fifty funfzig cinquante cincuenta cinquenta vijftig halvtreds
  sixty sechzig soixante sesenta sessenta zestig tres
  seventy siebzig septante setenta zeventig halvfjerds
  eighty achtzig quatre-vingt quatre-vingts huitante ochenta oitenta tachtig firs
  ninety neunzig nonante noventa negentig halvfems
`;

/** Single words for numbers up to ninety. `un`, `en` and the like are articles as well. */
export const numberWords: ReadonlyMap<string, number> = new Map([
  ...[...indexed(tens)].map(([word, i]): [string, number] => [word, 30 + i * 10]),
  ...indexed(cardinals),
  ...'hundred hundert cent cien ciento cem honderd hundrede'.split(' ').map((word): [string, number] => [word, 100]),
]);
export const articles = set('a an one ein eine einen einem einer un une uno una um uma een en et');

/** Words that count several of what follows. */
export const collectives: ReadonlyMap<string, number> = new Map(
  (
    [
      [12, 'dozen dozens dutzend douzaine docena docenas duzia duzias dozijn dusin'],
      [10, 'dizaine decena dezena tiental'],
      [15, 'quinzaine quincena quinzena'],
      [20, 'vingtaine veintena vintena score'],
      [30, 'trentaine treintena'],
      [40, 'quarantaine cuarentena'],
      [50, 'cinquantaine cincuentena'],
      [100, 'centaine centena hundreds'],
      [2, 'couple pair paire par paar'],
    ] as const
  ).flatMap(([number, words]) => words.split(' ').map((word): [string, number] => [word, number])),
);
export const halves = set('half halbes halb demi demie media medio meia halve halvt');

/** What comes to stand before a number without changing it. */
export const ordinals: ReadonlyMap<string, number> = indexed(`
  zeroth
  first erste erster ersten erstes premier premiere primero primera primer primeiro primeira eerste forste første
  second zweite zweiter zweiten zweites deuxieme seconde segundo segunda tweede anden andet
  third dritte dritter dritten drittes troisieme tercero tercera tercer terceiro terceira derde tredje
  fourth vierte vierter vierten viertes quatrieme cuarto cuarta quarto quarta vierde fjerde
  fifth funfte funfter funften funftes cinquieme quinto quinta vijfde femte
  sixth sechste sechster sechsten sixieme sexto sexta zesde sjette
  seventh siebte siebter siebten septieme septimo setimo zevende syvende
  eighth achte achter achten huitieme octavo oitavo achtste ottende
  ninth neunte neunter neunten neuvieme noveno nono negende niende
  tenth zehnte zehnter zehnten dixieme decimo tiende
`);

/** Currencies by what people write for them. */
export const currencies: ReadonlyMap<string, string> = new Map([
  ['£', 'GBP'],
  ['€', 'EUR'],
  ['$', 'USD'],
  ...'pound pounds quid gbp pfund livres libras pond'.split(' ').map((word): [string, string] => [word, 'GBP']),
  ...'euro euros eur'.split(' ').map((word): [string, string] => [word, 'EUR']),
  ...'dollar dollars usd dolares'.split(' ').map((word): [string, string] => [word, 'USD']),
  ...'kroner krone kr dkk'.split(' ').map((word): [string, string] => [word, 'DKK']),
  ...'franken chf'.split(' ').map((word): [string, string] => [word, 'CHF']),
]);

/** Openings and closings of letters. */
export const greeting =
  /^(?:dear|hi|hello|hey|good (?:morning|afternoon|evening|day)|morning|to whom|sehr geehrte|liebe[rs]?|hallo|guten (?:tag|morgen|abend)|moin|bonjour|bonsoir|salut|cher|chere|chers|madame|monsieur|hola|buenos dias|buenas|estimad[oa]s?|querid[oa]s?|bom dia|boa tarde|boa noite|ola|car[oa]s?|exm[oa]s?|beste|geachte|goedemorgen|goedemiddag|goedenavond|dag|kære|kaere|hej|goddag|godmorgen)\b/;
export const closing =
  /^(?:(?:kind|best|warm|many)? ?(?:regards|wishes)|(?:many )?thanks|thank you|cheers|sincerely|yours|cordially|god bless|all the best|(?:mit )?(?:freundlichen?|besten?|herzlichen?|schonen?)? ?(?:grusse?n?|gruss)|danke|vielen dank|lg|mfg|vg|cordialement|bien (?:a vous|cordialement)|merci|salutations|amicalement|saludos|un saludo|gracias|atentamente|abrazos?|cumprimentos|com os melhores|atenciosamente|obrigad[oa]|abracos?|(?:met )?(?:vriendelijke|hartelijke)? ?groet(?:en|jes)?|bedankt|mvg|(?:med )?(?:venlig|bedste|mange)?\w* ?hilsen(?:er)?|mvh|vh|tak|hilsen)\b/;
