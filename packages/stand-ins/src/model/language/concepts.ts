import { plain } from './fold.js';

/**
 * What everyday letters are about, with the beginnings of the words for it in English, German, French, Spanish, Italian, Dutch, Danish and Portuguese. A stand-in’s
 * notion of the world: enough to tell a complaint from an application.
 */
const table = {
  hire: 'hire hiring rent rental lease miet leih verleih louer locat alquil noleg affitt huur verhuur leje udlej alug',
  book: 'book reserv buch réserv reserva prenot boek bestil reserv marc',
  free: 'available availab vacan verfügbar frei disponib libre libero beschikbaar ledig disponív livre',
  cost: 'cost price quote quotation kost preis angebot prix tarif devis coût precio presupuesto prezzo preventivo prijs offerte pris tilbud preço custo orçament',
  money:
    'invoice bill payment paid pay refund deposit receipt reminder rechnung zahlung bezahl erstatt kaution quittung mahnung facture paiement payé rembours caution reçu factura pago pagado reembols fianza recibo fattura pagament rimbors cauzione ricevuta factuur betaal betaling terugbetal borg faktura regning refusion depositum kvittering vat mwst iva tva fatura pagamento pago reembols caução recibo',
  change:
    'change extend longer shorter postpone cancel called calling änder verläng kürz verschieb stornier absag changer prolong annul report décal cambiar ampliar aplaz anul cancel cambiare prolung annull rimand wijzig verleng annul uitstel ændr forlæng aflys alter prolong cancel mudar',
  return:
    'return collect pickup bring brought pick zurück abhol bring abgeb retour rapport récupér rendre devol recog reconsegn ritir restitu terug ophal inlever aflever hent devol buscar recolh',
  broken:
    'broken broke defect damage fault work incomplete missing crack leak kaputt defekt beschädig schaden funktion fehlt gebrochen cassé panne endommag abîm manque fonctionn roto rota averi daña estropea funcion falta rotto guast dannegg funzion manca kapot stuk beschadig werkt ontbre ødelagt beskadig virker mangler avari partid estrag avariad falta quebrad',
  lost: 'lost lose found missing verlor verlier gefunden fund perdu trouvé perdid encontr perso smarrit trovat verlor kwijt gevonden tabt mistet fundet perd encontr esquec achad',
  work: 'job work vacanc apply application applicant career experience internship apprentice cv résumé hiring stelle bewerb arbeit praktik ausbildung lebenslauf emploi candidat stage poste travail curriculum empleo trabaj vacante prácticas lavoro candidat tirocin posto assunz baan sollicit vacature stage werk stilling ansøg praktik arbejd empreg trabalh candidat estági vaga',
  offer:
    'offer supply supplier sell product catalogue discount wholesale partner brochure liefer lieferant verkauf produkt katalog rabatt großhandel sonderpreis fournis vend produit catalogue remise gamme proveedor vend producto catálogo descuento oferta fornit vend prodott catalogo sconto leveranc verkop product catalogus korting leverandør sælg produkt katalog rabat fornec vend catálogo desconto ofert',
  firm: 'firm company business firma unternehmen betrieb entreprise société empresa azienda ditta bedrijf virksomhed',
  key: 'key keys card code lock gate door schlüssel karte tor tür schloss clé clef badge portail porte llave tarjeta puerta verja chiave tessera cancello porta sleutel pas poort deur nøgle kort låge dør chave cartão portão porta código fechadura',
  noise:
    'noise noisy loud music disturb bang lärm laut musik stör ruhe bruit fort musique dérang ruido fuerte música molest rumor forte musica disturb lawaai luid muziek overlast støj høj musik forstyr barulh ruído música alto incomod',
  tide: 'tide tidal depth current flood ebb gezeit tide wassertiefe strömung flut ebbe marée profond courant marea profund corriente marea profond corrent getij diepte stroming tidevand dybde strøm maré profund corrente',
  film: 'film filming photo photograph camera shoot drone dreh foto kamera aufnahm tourn caméra rodaj fotogra cámara girare riprese fotogra telecamera opname camera filme optagelse kamera film fotogra câmara gravar filmag',
  permit:
    'permit permission licence genehmig erlaubnis autoris permis permiso autoriz permess vergunning toestemming tilladelse autoriz licença permissão',
  oil: 'oil spill waste diesel sludge pollut öl altöl abfall verschmutz huile vidange déchet gasoil aceite vertido residuo olio rifiut inquin olie afval vervuil spild affald foruren óleo derram resíduo gasóleo polui',
  gear: 'gear equipment tool machine jacket bag dinghy ausrüstung gerät werkzeug maschine jacke tasche matériel outil machine veste sac equipo herramienta máquina chaqueta bolsa attrezz macchina giacca borsa gereedschap apparaat jas tas udstyr værktøj maskine jakke taske equipament ferrament casaco saco máquina',
  complaint:
    'complain complaint unhappy disappoint beschwer enttäusch unzufrieden plaint réclam déçu queja reclam decepcion reclam delus klacht teleurgesteld klage skuffet queixa reclam desiludid',
  visit:
    'visit tour guide group school besuch führung gruppe schule visite guide groupe école visita guía grupo escuela gita gruppo scuola bezoek rondleiding groep school besøg rundvisning gruppe skole visita guia grupo escola',
} as const;

export type Concept = keyof typeof table;

const beginnings = Object.entries(table).map(
  ([concept, words]) => [concept as Concept, words.split(' ').map(plain)] as const,
);

/** A beginning of three letters is a whole word. */
const begins = (word: string, beginning: string) =>
  beginning.length <= 3 ? word === beginning : word.startsWith(beginning);

/** What some plain words are about. */
export const conceptsOf = (words: readonly string[]): Set<Concept> =>
  new Set(
    words.flatMap((word) =>
      beginnings.flatMap(([concept, all]) => (all.some((beginning) => begins(word, beginning)) ? [concept] : [])),
    ),
  );
