import { accentless } from '../../values/index.js';

/**
 * What models say where the message says nothing, in eight languages. Only whole values count: “none of the three” is a value.
 * A value that stands in the message as its quote is the sender’s own word, and is kept.
 */
const phrases = new RegExp(
  `^[\\s"'“”„«».,;:()\\[\\]<>*_‐-―−-]*(?:${[
    // A dash, or nothing at all, is matched by the empty alternative.
    '',
    'null|nil|none|n/?a|not (?:specified|stated|mentioned|given|provided|known|available|applicable|said|found|clear|indicated)',
    'unknown|unspecified|undefined|no (?:information|answer|value|data|mention)(?: (?:given|provided|available|found))?',
    'nicht (?:angegeben|bekannt|genannt|erwahnt|vorhanden|verfugbar)|unbekannt|keine? (?:angaben?|information(?:en)?|nennung)|k\\.? ?a\\.?|entfallt',
    '(?:non|pas) (?:precisee?|indiquee?|mentionnee?|specifiee?|renseignee?|communiquee?|connue?)|inconnue?|sans objet|aucune? (?:information|mention|indication)|neant',
    'no (?:especificad[oa]|indicad[oa]|mencionad[oa]|consta|se (?:indica|menciona|especifica|dice)|disponible|aplica)|desconocid[oa]|sin (?:datos|especificar|informacion)|ningun[oa]? (?:dato|informacion)',
    'nao (?:especificad[oa]|indicad[oa]|informad[oa]|mencionad[oa]|consta|disponivel|se aplica|aplicavel|dito)|desconhecid[oa]|sem (?:dados|informacao)|nenhuma? informacao',
    'niet (?:vermeld|opgegeven|bekend|genoemd|gespecificeerd|van toepassing|beschikbaar|aangegeven)|onbekend|geen (?:informatie|opgave|gegevens)|n\\.?v\\.?t\\.?',
    'ikke (?:oplyst|angivet|nævnt|kendt|specificeret|relevant)|ukendt|uoplyst|ingen (?:oplysning(?:er)?|angivelse)',
    'non (?:specificat[oa]|indicat[oa]|precisat[oa]|menzionat[oa]|disponibile)|sconosciut[oa]',
  ].join('|')})[\\s"'“”„«».,;:()\\[\\]<>*_‐-―−-]*$`,
);

/** Whether a model's text for a value says no more than that there is none. */
export const saysNothing = (value: string): boolean => value.length < 80 && phrases.test(accentless(value));
