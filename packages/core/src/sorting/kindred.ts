/**
 * Words that speak of the same thing, in English and German: a few labelled messages teach what their writers happened to say, and
 * the next one says it in other words. A line is a group; `*` stands for any ending; words are written without accents, `ä` as `a`.
 * A word may belong to several groups. Everyday things and the business of offices, not the words of one trade.
 */
const lines = `
rent: rent* hire* hiring lease leasing charter* borrow* lend* loan rental | miet* vermiet* ausleih* leih* verleih* pacht* chartern
book: book booking* booked reserv* availab* vacan* spare | buch* gebucht reservier* verfugbar freie frei belegt
price: price* pricing cost costs fee fees rate rates tariff* charge* charged quote* quotation* estimate* cheap* expensive dear | preis* kosten kostet gebuhr* tarif* angebot* kostenvoranschlag* teuer gunstig* billig
invoice: invoice* bill bills billed statement* receipt* vat ledger accounts bookkeeping treasurer | rechnung* quittung* beleg* mehrwertsteuer mwst kontoauszug buchhaltung kassenwart
pay: pay pays paid paying payment* transfer* remit* card cash bank account | zahl* bezahl* uberweis* uberwies* konto bank karte bar lastschrift
money: money amount* sum total deposit* balance owe* £ € $ pound* euro* cent* | geld betrag summe anzahlung kaution pfand guthaben
refund: refund* reimburs* repay* repaid rebate credit credited compensat* | erstatt* ruckerstatt* zuruckzahl* gutschrift* entschadig*
reminder: reminder* overdue outstanding arrears dunning unpaid | mahn* zahlungserinnerung uberfallig offen ausstehend
wrong: wrong* mistake* error* incorrect* correct correction corrected twice double duplicate | falsch* fehler* irrtum* korrig* berichtig* doppelt zweimal
change: change* changed alter* amend* modif* instead rather swap* move* moved shift* | ander* geandert umbuch* stattdessen statt tausch* verleg* verschieb* verschob*
cancel: cancel* cancellation* abandon* withdraw* annul* call_off called_off call_it_off take_off drop | stornier* storno absag* abgesagt abbestell* kundig* zuruckzieh* widerruf*
longer: longer extend* extension prolong* keep another_week another_day one_more more_days more_time | langer verlanger* behalten noch_eine noch_einen
earlier: earlier early sooner shorter shorten already done_with finished | fruher eher vorzeitig kurzer bereits schon fertig
return: return* give_back bring_back brought_back bring_it_back collect* pick_up fetch* hand_back drop_off | zuruck zuruckgeb* ruckgabe abhol* abgeholt zuruckbring* holen
postpone: postpone* delay* delayed later reschedul* new_date | verschieb* verschob* spater termin terminverschiebung neuer_termin
broken: broke broken break breaks damage* defect* faulty fault torn split bent crack* snapped burst shatter* leak* | kaputt defekt* beschadig* schaden gebrochen zerbroch* gerissen verbog* undicht leck
stopped: stopped dead fail* failed does_not_work not_working not_work stuck jam* seized will_not_start does_not_start goes_off shows_an_error error_code | springt_nicht_an geht_nicht funktioniert_nicht ausgefallen streikt blockiert klemm* storung
missing parts: missing incomplete lack* without_the parts part piece pieces bolts screws handle leg | fehl* unvollstandig teil teile schraube* griff
repair: repair* mend* fix fixed fixing replace* replacement spare service* serviced maintain* maintenance workshop | repar* instand* ersatz* austausch* wart* werkstatt
dirty: dirt* filth* stain* soiled unclean muddy rust* | schmutz* dreck* verschmutz* fleck* rostig
complaint: complain* complaint* unacceptable disappoint* annoy* unbearable dissatisf* angry outrage* disgrace* scandal* | beschwer* reklam* unzufrieden arger* enttausch* unertraglich zumutung unverschamt
apply: apply applying application* applicant* candidate* cv resume curriculum papers references vacanc* vacancy post position | bewerb* lebenslauf unterlagen zeugnis* stelle stellenanzeige initiativbewerbung
work: job jobs work working worked employ* employment staff hiring_staff internship intern apprentic* trainee part_time full_time experience wage* salary shift shifts | arbeit* job beschaftig* praktik* ausbildung lehrling lehre teilzeit vollzeit aushilfe gehalt lohn erfahrung mitarbeiter*
trade skill: driver welder fitter electrician carpenter mechanic cook nurse licence license forklift qualified certificate skilled | fahrer fuhrerschein schweisser schlosser elektriker tischler mechaniker koch staplerschein gelernt
school: school* pupil* student* class teacher* lesson* university college children exam* course | schul* schuler* student* klasse lehrer* unterricht universitat hochschule kinder kurs prufung
interview: interview invitation invite* suits_me meet_you introduce_myself | vorstellungsgesprach einladung vorstellen
offer: offer* we_sell sell selling sale supplier* manufactur* maker wholesale dealer distributor catalogue catalog brochure samples trade_list discount* special free_trial | bieten angebot* verkauf* hersteller lieferant* grosshandel handler katalog prospekt muster rabatt* nachlass sonderpreis
promise: save saves savings up_to free_of_charge boost increase grow growth turnover proven leads customers unsubscribe click limited_time now_only demo ten_minutes quarter_of_an_hour | spar* kostenlos gratis steiger* umsatz kunden abmelden klick* nur_diese_woche jetzt unverbindlich
our firm: our_company our_firm we_are_a we_make we_build we_wash we_fit we_lend our_products our_range our_customers dear_buyer | unser_unternehmen unsere_firma wir_bauen wir_liefern wir_fertigen unsere_produkte unser_sortiment
order: order* ordered purchas* buy buying bought delivery_note item items stock basket checkout | bestell* kauf* gekauft auftrag* artikel lager ware
deliver: deliver* delivery ship* shipment parcel* courier dispatch* arriv* tracking consignment | liefer* lieferung versand* paket* sendung* zustell* spedition
customs of address: dear_sir dear_madam sir_or_madam to_whom_it | sehr_geehrte damen_und_herren
appointment: appointment* meeting meet date calendar slot confirm* agreed | termin* treffen besprechung kalender bestatig* vereinbar*
visit: visit* guest* tour excursion trip outing open_day museum | besuch* gast gaste fuhrung ausflug besichtig* museum
stay: stay* night nights overnight hotel room rooms flat apartment cottage accommodation breakfast | ubernacht* nacht nachte zimmer hotel wohnung ferienwohnung unterkunft fruhstuck aufenthalt
event: wedding party concert festival fair market celebration anniversary birthday choir regatta | hochzeit feier fest konzert markt jubilaum geburtstag chor regatta
lost: lost lose losing mislaid missing left_behind left_my left_a left_our forgot* forgotten vanished gone disappeared drifted overboard lost_property | verlor* verloren vergess* liegen_lassen liegengelassen liegen_gelassen hangen_lassen vermiss* verschwund* abhanden weg
found: found find finds picked_up handed_in washed_up turned_up fished_out belongs owner finder reward whose | gefunden fund* fundsache* abgegeben aufgefunden gehort besitzer eigentumer finder finderlohn
clothes: jacket coat pullover jumper shirt trousers shoe shoes boot boots hat cap glove gloves scarf towel towels washing sunglasses glasses spectacles | jacke mantel pullover hemd hose schuh schuhe stiefel mutze handschuh* schal handtuch wasche brille sonnenbrille
belongings: bag bags wallet purse phone camera laptop watch ring necklace umbrella bicycle bike toy doll bear teddy book case suitcase rucksack | tasche* geldborse portemonnaie handy telefon kamera uhr ring kette schirm fahrrad rad spielzeug puppe teddy bar etui koffer rucksack
boat gear: oar oars paddle paddles fender fenders anchor dinghy inflatable winch boat_hook rope rudder sail lifejacket rowlock buoy | ruder paddel fender anker beiboot schlauchboot* bootshaken tau pinne segel schwimmweste
key: key keys keyring lock locks locked unlock* door doors gate gates barrier padlock fob | schlussel* schloss schlosser verschlossen abgeschlossen tur turen tor tore schranke
access: access code codes pin card cards keycard entry enter admission pass permit password login log_in chip badge blocked | zugang zutritt code codes pin karte* schlusselkarte einlass ausweis passwort kennwort anmelden anmeldung gesperrt
open: open opens opened opening close* closed closing shut hours | offnen offnet geoffnet offnungszeiten schliess* geschlossen zu
sound: noise noisy loud loudly loudspeaker din racket hum humming bang* hammering rumble rattle* screech* howl* roar* shout* yell* sing singing music bass bark* drumming thump* buzz* slapping clatter* fireworks horn horns siren volume decibel | larm* laut laute lautes lauter krach getose brumm* hammer* klapper* klirr* kreisch* geschrei schreien gesang musik bass bell* drohn* poch* feuerwerk hupe sirene lautstarke
sleep: sleep* asleep awake wake* bed bedroom night nights midnight dawn nap rest quiet silent peace | schlaf* wach aufgewacht bett schlafzimmer nachtruhe ruhe nachts mitternacht morgengrauen
neighbour: neighbour* neighbor* garden window windows next_door across_the_road residents | nachbar* garten fenster anwohner nebenan
animal: dog dogs cat cats bird birds gull horse horses cow sheep wildlife pet pets puppy | hund hunde katze* vogel mowe pferd* kuh schaf tier tiere haustier*
tide: tide* tidal ebb flood high_water low_water springs neaps slack current currents sill range surge gauge soundings | tide* gezeit* ebbe flut hochwasser niedrigwasser stromung ebbstrom stauwasser springtide nipptide pegel
depth: depth deep draught draw draws keel shallow aground ground dry drying drying_out bar chart depths metres height | tiefe wassertiefe tiefgang kiel flach grund trockenfallen seekarte hohe meter
sea: sea harbour harbor pier pontoon quay berth* mooring boat boats ship ship's yacht sail* marina dock breakwater | see meer hafen pier steg kai liegeplatz boot boote schiff yacht segel* mole
weather: weather wind gale storm rain snow frost forecast fog sun | wetter wind sturm regen schnee frost vorhersage nebel sonne
film: film* filming shoot shooting movie television tv broadcast documentary commercial crew cast scene location scout video music_video cinema director producer drone time_lapse actor | film* dreh* fernsehen doku* werbespot szene drehort video kino regie regisseur drohne aufnahme*
photo: photo* photograph* picture* camera cameras lens tripod exposure calendar publish* print workshop | foto* fotograf* bild bilder kamera objektiv stativ kalender veroffentlich*
permit: permit* permission allowed allow licence license* authoris* authoriz* consent approval rules regulation* whom_do_i_ask who_decides | genehmig* erlaub* darf durfen lizenz zulassung zustimmung vorschrift* wer_entscheidet zustandig
oil: oil oily oils diesel petrol gasoline fuel grease lubricant hydraulic bilge sump paint thinner solvent | ol ole altol olig* diesel benzin kraftstoff treibstoff fett hydraulik* bilge* farbe verdunner losungsmittel
spill: spill* spilt leaking leaks slick sheen film_of_oil pollut* contamin* overflow* ran_over drip* toxic chemical chemicals stink* scum | ausgelaufen auslauf* olfilm verschmutz* verunreinig* uberlauf* tropf* giftig chemikali* stinkt
waste: waste rubbish garbage trash litter bin bins container dispose disposal disposed dump recycl* drum canister canisters used_oil old_oil batteries hand_in handing_in get_rid | abfall* mull* tonne container entsorg* abgeben fass kanister batterie* sondermull wertstoff*
smell: smell* stink* odour odor fumes exhaust reek* | geruch riecht stink* abgas* gestank
emergency: emergency urgent* immediately at_once danger* hazard* fire accident injured hurt rescue ambulance police | notfall dringend sofort gefahr* brand feuer unfall verletzt rettung polizei
theft: stole stolen steal theft thief burglar* break-in break-ins robbed vandal* | gestohlen diebstahl dieb einbruch geklaut
insurance: insur* claim* policy liability cover* | versicher* schadensfall police haftung
contract: contract* agreement terms sign* signed notice clause tenancy | vertrag* vereinbarung bedingungen unterschr* unterzeichn* frist kundigungsfrist
address: address* moved moving house street postcode relocation new_address | adresse anschrift umzug umgezogen strasse postleitzahl
name data: name spelling surname married details record data personal gdpr privacy delete erase | name nachname geheiratet daten personlich datenschutz loschen
membership: member* membership club association join* subscription subscribe* newsletter renewal | mitglied* verein beitritt abo abonn* newsletter beitrag
health: ill illness sick doctor medical medicine patient hospital prescription health pain appointment_with nurse | krank* arzt arztin medizin patient* krankenhaus rezept schmerz* gesundheit
absence: out_of_office out_of_the_office on_holiday on_leave away until back_on not_in_the_office annual_leave | abwesen* nicht_im_haus nicht_im_buro im_urlaub urlaub ausser_haus vertretung
undelivered: undeliver* could_not_be_delivered delivery_failed delivery_failure no_such_mailbox bounced mailer returned_mail automatic automatically | unzustellbar nicht_zugestellt konnte_nicht automatisch*
scam: password verify_your confirm_your account_suspended will_be_closed lottery inheritance bitcoin crypto winner prize attention | passwort bestatigen_sie gewonnen gewinn erbschaft konto_gesperrt achtung
thanks: thank thanks grateful lovely wonderful kind kindly praise compliment pleasure friendly enjoyed | danke dank vielen_dank herzlichen wunderbar freundlich* lob schon schone
sorry: sorry afraid apolog* regret* embarrass* unfortunately alas | leider entschuldig* bedauer* peinlich tut_mir_leid
family: mum dad mother father son daughter brother sister wife husband family grandma darling | mama papa mutter vater sohn tochter bruder schwester frau mann familie oma schatz
question when: when what_time what_times how_long until_when opening_times timetable schedule | wann um_wieviel wie_lange bis_wann uhrzeit fahrplan zeiten
question where: where which_way how_do_i_get directions place map | wo wohin wo_kann wegbeschreibung ort karte
question how much: how_much how_many what_does_it_cost what_would_it what_is_the_price | wie_viel wieviel was_kostet wie_teuer
question may: may_we may_i can_i can_we could_we is_it_allowed do_i_need do_we_need would_it_be | darf_ich durfen_wir kann_ich konnen_wir ist_es_erlaubt brauche_ich brauchen_wir
need: need needs needed want looking_for require* search* seek* wish would_like interested | brauche* benotig* suche* suchen mochte* gesucht interess* wunsch*
tools: machine* tool tools equipment gear device* pump engine motor generator mixer digger drill saw sander ladder scaffold* crane trailer heater | maschine* werkzeug* gerat* pumpe motor aggregat stromaggregat mischer bagger bohrer sage leiter gerust kran anhanger heizung
furniture: chair chairs table tables bench tent tents marquee gazebo stage lamp sofa desk bed | stuhl* tisch* bank zelt* festzelt pavillon buhne lampe sofa schreibtisch
vehicle: car cars van vans lorry truck bus tractor driver fleet parking parked tyre | auto autos wagen lieferwagen lkw bus traktor flotte parkplatz geparkt reifen
travel: train flight ticket tickets journey route ferry airport luggage passport | zug flug fahrkarte* ticket* reise strecke fahre flughafen gepack pass
computer: computer software program app website web_page browser server email e-mail install* update* screen printer network wifi crash* bug | computer software programm app webseite internetseite browser server email installier* aktualisier* bildschirm drucker netzwerk wlan absturz
energy: electricity electric power energy gas water_meter meter reading heating boiler solar kwh | strom elektrisch energie gas zahler zahlerstand heizung kessel solar kwh
building: roof wall floor window kitchen bath plumber pipe pipes drain toilet stairs lift leak tap builder construction | dach wand mauer boden fenster kuche bad klempner rohr abfluss toilette treppe aufzug wasserhahn bau baustelle
plants: tree trees hedge lawn flowers plant plants seed seeds garden harvest farm farmer | baum baume hecke rasen blumen pflanze* samen garten ernte hof bauer
food: food meal menu lunch dinner breakfast bread meat fish cheese wine beer coffee cake vegetarian allerg* restaurant kitchen catering | essen mahlzeit speisekarte mittagessen abendessen brot fleisch fisch kase wein bier kaffee kuchen vegetarisch allergi* restaurant kuche
press: press journalist newspaper article reporter editor interview radio magazine | presse journalist* zeitung artikel redaktion interview radio zeitschrift
donation: donat* donor charity fundrais* sponsor* volunteer* gift | spende* spenden verein sponsor* ehrenamt* freiwillig* geschenk
authority: council office authority tax taxes inspection inspector permit court lawyer law legal fine notice_of | amt behorde steuer* finanzamt prufung gericht anwalt gesetz rechtlich bescheid bussgeld
history: history historic* archive* old_drawings book_on research heritage century | geschichte historisch archiv* forschung jahrhundert
technical: manual instruction* settings setting configure guide technical specification measure* size dimensions weight | anleitung einstellung* technisch* daten masse grosse gewicht abmessung*
quality: quality certificate standard test sample analysis laboratory | qualitat zertifikat norm test probe analyse labor
feedback: feedback suggestion* suggest* idea* opinion survey rating review recommend* improve* | ruckmeldung vorschlag* idee meinung umfrage bewertung empfehl* verbesser*
information: information info brochure details tell_me let_me_know send_me further_information | information* info auskunft naheres mitteilen schicken_sie_mir prospekt
`;

/** Words, word beginnings and word groups of one thing. */
export interface Kindred {
  words: ReadonlyMap<string, readonly string[]>;
  /** Beginnings of words, by their first three letters. */
  beginnings: ReadonlyMap<string, readonly (readonly [string, string])[]>;
  /** Groups of words, by their first word: the words that follow, and the thing. */
  phrases: ReadonlyMap<string, readonly (readonly [readonly string[], string])[]>;
}

let table: Kindred | null = null;

/** The table as it is looked up; made when it is first wanted, for most mail is not sorted by it. */
export function kindred(): Kindred {
  table ??= tableOf(lines);
  return table;
}

function tableOf(text: string): Kindred {
  const words = new Map<string, string[]>();
  const beginnings = new Map<string, [string, string][]>();
  const phrases = new Map<string, [string[], string][]>();
  for (const line of text.trim().split('\n')) {
    const [group = '', rest = ''] = line.split(/: (.*)/s);
    for (const entry of rest.split(/[\s|]+/)) {
      const [first = '', ...more] = entry.split('_');
      if (entry.endsWith('*')) listUnder(beginnings, entry.slice(0, 3), [entry.slice(0, -1), group]);
      else if (more.length > 0) listUnder(phrases, first, [more, group]);
      else if (entry !== '') listUnder(words, entry, group);
    }
  }
  return { words, beginnings, phrases };
}

function listUnder<T>(map: Map<string, T[]>, key: string, entry: T): void {
  const list = map.get(key);
  if (list) list.push(entry);
  else map.set(key, [entry]);
}
