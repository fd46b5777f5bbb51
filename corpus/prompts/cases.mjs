// Prose in seven languages with its right answers, for prompt rules. Everything in it is invented. `swaps`: names and nouns of a
// case, and others of the same make that may stand for them, so that it shows when a word was learnt by heart.

const text = { type: 'text' };
const date = { type: 'date' };
const time = { type: 'time' };
const integer = { type: 'integer' };
const amount = { type: 'amount' };
const phone = { type: 'phone' };
const email = { type: 'email' };
const yesNo = { type: 'yes-no', basis: 'judged' };
const judged = (...choices) => ({ type: 'choice', choices, basis: 'judged' });

export const cases = [
  {
    name: 'en-boat-jobs',
    locale: 'en-GB',
    ask: 'Somebody asks a yard for work on a boat.\nvessel: name of the boat.\nwanted: the day it has to be ready.\nbudget: the most they want to pay.\nafloat: true if the boat lies in the water, false if she stands ashore.\nOne row for each job, in the order of the message:\npart: what is to be worked on, in small letters.\npieces: how many of them.\nwork: repair (mend, fix), replace (new ones) or paint (varnish, coat).',
    fields: { vessel: text, wanted: date, budget: amount, afloat: yesNo },
    columns: { part: text, pieces: integer, work: judged('repair', 'replace', 'paint') },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0100',
        text: 'Dear yard,\n\nit is about Merganser. She lies in the water at the east quay. Please repair two winches and paint three hatches before 30 April. We can spend up to £900.\n\nImogen Thrale',
        gives: {
          vessel: 'Merganser',
          wanted: '2027-04-30',
          budget: '900.00 GBP',
          afloat: true,
          rows: [
            { part: 'winches', pieces: 2, work: 'repair' },
            { part: 'hatches', pieces: 3, work: 'paint' },
          ],
        },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 08:10:00 +0100',
        text: 'Good morning,\n\nthis concerns Old Marigold, who stands ashore behind your shed. Could you replace four cleats and varnish two spars by next Friday? No more than 450 pounds, please.\n\nRegards\nBarnaby Quill',
        gives: {
          vessel: 'Old Marigold',
          wanted: '2027-04-09',
          budget: '450.00 GBP',
          afloat: false,
          rows: [
            { part: 'cleats', pieces: 4, work: 'replace' },
            { part: 'spars', pieces: 2, work: 'paint' },
          ],
        },
      },
      {
        date: 'Wed, 7 Apr 2027 19:40:00 +0100',
        text: 'Hi there,\n\nwe would like a dozen shackles replaced on Guillemot. There is no hurry.\n\nThanks\nRuth',
        gives: {
          vessel: 'Guillemot',
          wanted: null,
          budget: null,
          afloat: null,
          rows: [{ part: 'shackles', pieces: 12, work: 'replace' }],
        },
      },
      {
        date: 'Thu, 8 Apr 2027 07:00:00 +0100',
        text: 'Hello yard,\n\nfor Sandpiper, still in the water:\n- 2 lamps to mend\n- five portholes, new ones\n- half a dozen lockers to coat\n\nIt has to be done on 12 May 2027, and £1,250.50 is what I have.\n\nTobias Fenwick',
        gives: {
          vessel: 'Sandpiper',
          wanted: '2027-05-12',
          budget: '1250.50 GBP',
          afloat: true,
          rows: [
            { part: 'lamps', pieces: 2, work: 'repair' },
            { part: 'portholes', pieces: 5, work: 'replace' },
            { part: 'lockers', pieces: 6, work: 'paint' },
          ],
        },
      },
    ],
    swaps: {
      Merganser: 'Kestrel',
      'Old Marigold': 'Grey Heron',
      Guillemot: 'Lapwing',
      Sandpiper: 'Bramble',
      winches: 'blocks',
      hatches: 'doors',
      cleats: 'hinges',
      spars: 'oars',
      shackles: 'bolts',
      lamps: 'pumps',
      portholes: 'windows',
      lockers: 'benches',
      'Imogen Thrale': 'Agnes Poll',
      'Barnaby Quill': 'Silas Wren',
    },
  },
  {
    name: 'de-saalmiete',
    locale: 'de-DE',
    ask: 'Jemand möchte einen Saal mieten.\nverein: der Verein oder die Firma, wie im Text genannt.\ntag: der gewünschte Tag, aus dem Datum der Nachricht errechnet.\nbeginn: die Uhrzeit, zu der es losgeht.\npersonen: Zahl der Gäste.\nbestuhlung: Reihen (Vortrag, Kino), Tische (Essen, Tafel) oder leer (Tanz).\ntelefon: Nummer für Rückfragen.',
    fields: {
      verein: text,
      tag: date,
      beginn: time,
      personen: integer,
      bestuhlung: judged('Reihen', 'Tische', 'leer'),
      telefon: phone,
    },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0200',
        text: 'Guten Tag,\n\nder Chorverein Lindental sucht einen Saal für den 20. April, Beginn um 19 Uhr. Wir erwarten achtzig Gäste zu einem Vortrag. Sie erreichen mich unter +49 30 23125 601.\n\nGerlinde Busch',
        gives: {
          verein: 'Chorverein Lindental',
          tag: '2027-04-20',
          beginn: '19:00',
          personen: 80,
          bestuhlung: 'Reihen',
          telefon: '+493023125601',
        },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 10:00:00 +0200',
        text: 'Hallo,\n\nder Ruderclub Elsenau möchte am kommenden Samstag tanzen, los geht es um halb acht. Es werden etwa sechzig Gäste.\n\nViele Grüße\nHolger Stamm',
        gives: {
          verein: 'Ruderclub Elsenau',
          tag: '2027-04-10',
          beginn: '19:30',
          personen: 60,
          bestuhlung: 'leer',
          telefon: null,
        },
      },
      {
        date: 'Wed, 7 Apr 2027 10:00:00 +0200',
        text: 'Sehr geehrte Damen und Herren,\n\nfür unser Essen am 3. Mai 2027 um 12:30 Uhr brauchen wir Platz für 45 Personen an langer Tafel. Es geht um den Heimatverein Grünach. Rückfragen bitte an +49 30 23125 622.\n\nMit freundlichen Grüßen\nUte Wohlgemuth',
        gives: {
          verein: 'Heimatverein Grünach',
          tag: '2027-05-03',
          beginn: '12:30',
          personen: 45,
          bestuhlung: 'Tische',
          telefon: '+493023125622',
        },
      },
      {
        date: 'Thu, 8 Apr 2027 10:00:00 +0200',
        text: 'Guten Morgen,\n\nder Imkerbund Wiesental bittet für übermorgen um den kleinen Saal, Beginn 18.15 Uhr, fünfundzwanzig Gäste, Vortrag mit Bildern.\n\nDanke\nArnold',
        gives: {
          verein: 'Imkerbund Wiesental',
          tag: '2027-04-10',
          beginn: '18:15',
          personen: 25,
          bestuhlung: 'Reihen',
          telefon: null,
        },
      },
    ],
    swaps: {
      'Chorverein Lindental': 'Turnerbund Hohenau',
      'Ruderclub Elsenau': 'Segelclub Mehring',
      'Heimatverein Grünach': 'Kegelverein Altbach',
      'Imkerbund Wiesental': 'Gartenbund Rehfeld',
      'Gerlinde Busch': 'Hedwig Lohse',
    },
  },
  {
    name: 'fr-pret-de-materiel',
    locale: 'fr-FR',
    ask: 'Une association demande à emprunter du matériel.\nassociation : le nom de l’association.\ndepuis, retour : le jour où ils viennent le chercher, et celui où ils le rendent.\nlivraison : true s’ils demandent qu’on le livre, false s’ils viennent eux-mêmes.\nUne ligne par objet, dans l’ordre du message :\nobjet : ce qui est emprunté.\nnombre : combien.',
    fields: { association: text, depuis: date, retour: date, livraison: yesNo },
    columns: { objet: text, nombre: integer },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0200',
        text: 'Bonjour,\n\nl’association Les Roseaux voudrait emprunter dix tables et quarante chaises du 12 avril au 14 avril. Nous venons nous-mêmes.\n\nMerci\nOdette Larivière',
        gives: {
          association: 'Les Roseaux',
          depuis: '2027-04-12',
          retour: '2027-04-14',
          livraison: false,
          rows: [
            { objet: 'tables', nombre: 10 },
            { objet: 'chaises', nombre: 40 },
          ],
        },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 09:00:00 +0200',
        text: 'Bonjour,\n\npour la fête du club Vent Debout, il nous faudrait deux tentes, une vingtaine de bancs et 6 lampes. Pourriez-vous livrer vendredi prochain ? Nous rendons tout le 12 avril.\n\nCordialement\nGaspard Meunier',
        gives: {
          association: 'Vent Debout',
          depuis: '2027-04-09',
          retour: '2027-04-12',
          livraison: true,
          rows: [
            { objet: 'tentes', nombre: 2 },
            { objet: 'bancs', nombre: 20 },
            { objet: 'lampes', nombre: 6 },
          ],
        },
      },
      {
        date: 'Wed, 7 Apr 2027 09:00:00 +0200',
        text: 'Bonsoir,\n\nl’association Pierres Vives souhaite trois échelles à partir de demain, retour le 15 avril. Nous passons les prendre nous-mêmes.\n\nBien cordialement\nSidonie',
        gives: {
          association: 'Pierres Vives',
          depuis: '2027-04-08',
          retour: '2027-04-15',
          livraison: false,
          rows: [{ objet: 'échelles', nombre: 3 }],
        },
      },
    ],
    swaps: {
      'Les Roseaux': 'Les Genêts',
      'Vent Debout': 'Plein Large',
      'Pierres Vives': 'Terres Hautes',
      tentes: 'nappes',
      lampes: 'cordes',
      échelles: 'caisses',
      chaises: 'assiettes',
      tables: 'planches',
    },
  },
  {
    name: 'es-citas',
    locale: 'es-ES',
    ask: 'Alguien pide una cita para su coche.\nmatricula: la matrícula.\ndia: el día que pide, calculado con la fecha del mensaje.\nhora: la hora.\nkilometros: los kilómetros que tiene.\nmotivo: revisión, avería (ruido, no arranca) o neumáticos (ruedas).\nespera: true si espera en el taller, false si lo deja.\ncorreo: la dirección para contestar.',
    fields: {
      matricula: text,
      dia: date,
      hora: time,
      kilometros: integer,
      motivo: judged('revisión', 'avería', 'neumáticos'),
      espera: yesNo,
      correo: email,
    },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0200',
        text: 'Hola, quería una revisión para el coche con matrícula QX 4410 KD el 15 de abril a las 9 de la mañana. Tiene 82.000 kilómetros. Espero en el taller. Contestad a lidia@casapalma.example, gracias.',
        gives: {
          matricula: 'QX 4410 KD',
          dia: '2027-04-15',
          hora: '09:00',
          kilometros: 82000,
          motivo: 'revisión',
          espera: true,
          correo: 'lidia@casapalma.example',
        },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 09:00:00 +0200',
        text: 'Buenos días:\n\nmi coche, matrícula RB 2207 LM, hace un ruido raro. ¿Puedo llevarlo mañana a las cuatro y media de la tarde? Lo dejo allí. Tiene 45000 kilómetros.\n\nUn saludo\nBernardo Rueda\nbernardo@rueda.example',
        gives: {
          matricula: 'RB 2207 LM',
          dia: '2027-04-07',
          hora: '16:30',
          kilometros: 45000,
          motivo: 'avería',
          espera: false,
          correo: 'bernardo@rueda.example',
        },
      },
      {
        date: 'Wed, 7 Apr 2027 09:00:00 +0200',
        text: 'Hola, necesito cambiar las cuatro ruedas del coche con matrícula TD 9034 PF el próximo lunes a las 11:15. Espero mientras tanto. Gracias, Noelia',
        gives: {
          matricula: 'TD 9034 PF',
          dia: '2027-04-12',
          hora: '11:15',
          kilometros: null,
          motivo: 'neumáticos',
          espera: true,
          correo: null,
        },
      },
    ],
    swaps: {
      'Bernardo Rueda': 'Fermín Olmo',
      'QX 4410 KD': 'WZ 1180 HB',
      'RB 2207 LM': 'KJ 6652 TR',
      'TD 9034 PF': 'MN 3119 VC',
    },
  },
  {
    name: 'pt-encomenda',
    locale: 'pt-PT',
    ask: 'Uma loja encomenda azulejos ou loiça.\nloja: o nome da loja.\nentrega: o dia da entrega.\nUma linha por artigo, pela ordem da mensagem:\nartigo: o que é, em minúsculas.\nquantidade: quantos.\ncor: branco, azul, verde ou amarelo; null se não se diz.',
    fields: { loja: text, entrega: date },
    columns: { artigo: text, quantidade: integer, cor: judged('branco', 'azul', 'verde', 'amarelo') },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0100',
        text: 'Bom dia,\n\na loja Casa do Largo precisa de vinte pratos azuis e trinta copos brancos para o dia 19 de abril.\n\nObrigada\nGraça Nunes',
        gives: {
          loja: 'Casa do Largo',
          entrega: '2027-04-19',
          rows: [
            { artigo: 'pratos', quantidade: 20, cor: 'azul' },
            { artigo: 'copos', quantidade: 30, cor: 'branco' },
          ],
        },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 09:00:00 +0100',
        text: 'Boa tarde,\n\npara a loja Mar de Dentro: meia dúzia de jarras verdes, 12 tigelas e quarenta azulejos amarelos. A entrega pode ser na quinta-feira.\n\nCumprimentos\nZulmira',
        gives: {
          loja: 'Mar de Dentro',
          entrega: '2027-04-08',
          rows: [
            { artigo: 'jarras', quantidade: 6, cor: 'verde' },
            { artigo: 'tigelas', quantidade: 12, cor: null },
            { artigo: 'azulejos', quantidade: 40, cor: 'amarelo' },
          ],
        },
      },
      {
        date: 'Wed, 7 Apr 2027 09:00:00 +0100',
        text: 'Olá,\n\na loja Pedra Nova quer duas dúzias de canecas brancas até 30 de abril.\n\nAbraço\nElísio',
        gives: {
          loja: 'Pedra Nova',
          entrega: '2027-04-30',
          rows: [{ artigo: 'canecas', quantidade: 24, cor: 'branco' }],
        },
      },
    ],
    swaps: {
      'Casa do Largo': 'Casa da Ponte',
      'Mar de Dentro': 'Vale de Cima',
      'Pedra Nova': 'Areia Alta',
      pratos: 'vasos',
      copos: 'potes',
      jarras: 'bilhas',
      tigelas: 'travessas',
      azulejos: 'ladrilhos',
      canecas: 'chávenas',
    },
  },
  {
    name: 'nl-fietsen',
    locale: 'nl-NL',
    ask: 'Iemand wil fietsen huren.\nnaam: de naam waarop het staat.\ndag: de dag, berekend vanaf de datum van het bericht.\nvanaf: de tijd waarop ze komen.\nfietsen: hoeveel fietsen.\nkinderzitjes: hoeveel kinderzitjes, 0 als ze geen kinderzitjes willen.\ntelefoon: nummer voor vragen.',
    fields: { naam: text, dag: date, vanaf: time, fietsen: integer, kinderzitjes: integer, telefoon: phone },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0200',
        text: 'Beste verhuur,\n\nop naam van Hooglander willen we zaterdag vier fietsen met twee kinderzitjes. We komen om tien uur. Vragen? +31 20 5550 118.\n\nGroet,\nMaaike',
        gives: {
          naam: 'Hooglander',
          dag: '2027-04-10',
          vanaf: '10:00',
          fietsen: 4,
          kinderzitjes: 2,
          telefoon: '+31205550118',
        },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 09:00:00 +0200',
        text: 'Hallo,\n\ngraag zes fietsen voor morgen, zonder kinderzitjes. We zijn er om half tien en het staat op naam van Duinker.\n\nMet vriendelijke groet,\nJelle',
        gives: { naam: 'Duinker', dag: '2027-04-07', vanaf: '09:30', fietsen: 6, kinderzitjes: 0, telefoon: null },
      },
      {
        date: 'Wed, 7 Apr 2027 09:00:00 +0200',
        text: 'Goedemiddag,\n\nkunnen wij op 18 april 12 fietsen en drie kinderzitjes huren, op naam van Zandbergen? Wij komen rond 14:15 en zijn bereikbaar op +31 20 5550 147.\n\nGroeten\nLieke Zandbergen',
        gives: {
          naam: 'Zandbergen',
          dag: '2027-04-18',
          vanaf: '14:15',
          fietsen: 12,
          kinderzitjes: 3,
          telefoon: '+31205550147',
        },
      },
    ],
    swaps: {
      Hooglander: 'Veldhuis',
      Duinker: 'Polderman',
      Zandbergen: 'Waterink',
    },
  },
  {
    name: 'da-vaerft',
    locale: 'da-DK',
    ask: 'Nogen spørger et værft om en reparation.\nbåd: bådens navn.\nfejl: hvad der er i stykker, med et ord fra beskeden.\nønsket: dagen, hvor den skal være færdig.\nvand: true hvis der kommer vand ind, false hvis båden er tør.\nkontakt: navnet på den, der skriver.\npris: det højeste, de vil betale.',
    fields: { båd: text, ønsket: date, vand: yesNo, pris: amount },
    names: { båd: 'baad', ønsket: 'oensket' },
    examples: [
      {
        date: 'Mon, 5 Apr 2027 09:00:00 +0200',
        text: 'Kære værft,\n\nbåden Havørnen har brug for en ny skrue inden den 20. april. Der kommer vand ind. Prisen må være højst 4000 kr.\n\nVenlig hilsen\nRasmus Holt',
        gives: { båd: 'Havørnen', ønsket: '2027-04-20', vand: true, pris: '4000.00 DKK' },
      },
    ],
    messages: [
      {
        date: 'Tue, 6 Apr 2027 09:00:00 +0200',
        text: 'Hej,\n\ndet drejer sig om båden Lille Maage. Motoren starter ikke, men båden er tør. Kan det være klar på fredag? Jeg vil højst betale 2500 kr.\n\nHilsen\nSigne',
        gives: { båd: 'Lille Maage', ønsket: '2027-04-09', vand: false, pris: '2500.00 DKK' },
      },
      {
        date: 'Wed, 7 Apr 2027 09:00:00 +0200',
        text: 'Goddag,\n\nbåden Strandskaden tager vand ind, og vi skal bruge den i overmorgen.\n\nMvh\nPalle Krog',
        gives: { båd: 'Strandskaden', ønsket: '2027-04-09', vand: true, pris: null },
      },
    ],
    swaps: { Havørnen: 'Bølgen', 'Lille Maage': 'Gamle Terne', Strandskaden: 'Ternen', skrue: 'pumpe' },
  },
];
