// How mail programs write around the words of others, language by language. Invented people; the frames are what matters.

/**
 * @typedef {object} Language
 * @property {string[]} introductions  lines above a quotation; {who}, {address}, line breaks as programs wrap them
 * @property {string[]} announces  lines that say “begin forwarded message”
 * @property {string[]} dashed  words between dashes above a forward
 * @property {string[]} originals  words between dashes above a reply or a forward
 * @property {{web: string[], desktop: string[]}} labels  from, date, subject, to — and from, sent, to, subject
 * @property {string} date  as a header block has it
 * @property {string} prefixReply
 * @property {string} prefixForward
 */

/** @type {Record<string, Language>} */
export const languages = {
  en: {
    introductions: [
      'On Mon, 3 May 2027 at 09:12, {who} <{address}> wrote:',
      'On 03/05/2027 09:12, {who} wrote:',
      'On May 3, 2027, at 9:12 AM, {who}\n<{address}> wrote:',
      '{who} <{address}> wrote on 3 May 2027:',
      'On Monday, 3 May 2027 at 09:12:44 BST, {who} <{address}>\nwrote:',
    ],
    announces: ['Begin forwarded message:'],
    dashed: ['Forwarded message', 'Forwarded Message'],
    originals: ['Original Message'],
    labels: { web: ['From', 'Date', 'Subject', 'To'], desktop: ['From', 'Sent', 'To', 'Subject'] },
    date: 'Monday, 3 May 2027 09:12',
    prefixReply: 'Re',
    prefixForward: 'Fwd',
    own: 'Thank you, that suits us well.',
    note: 'For your information, this came this morning.',
    closing: 'Kind regards,',
    disclaimer:
      'This e-mail and any attachments are confidential and intended solely for the addressee. If you have received it in error, please notify the sender and delete it.',
  },
  de: {
    introductions: [
      'Am Mo., 3. Mai 2027 um 09:12 Uhr schrieb {who} <{address}>:',
      'Am 03.05.2027 um 09:12 schrieb {who}:',
      '{who} schrieb am 03.05.2027 um 09:12:',
      'Am Montag, 3. Mai 2027 um 09:12:44 MESZ hat {who}\n<{address}> geschrieben:',
    ],
    announces: ['Anfang der weitergeleiteten Nachricht:', 'Anfang der weitergeleiteten E-Mail:'],
    dashed: ['Weitergeleitete Nachricht', 'Forwarded message'],
    originals: ['Ursprüngliche Nachricht', 'Original-Nachricht'],
    labels: { web: ['Von', 'Datum', 'Betreff', 'An'], desktop: ['Von', 'Gesendet', 'An', 'Betreff'] },
    date: 'Montag, 3. Mai 2027 09:12',
    prefixReply: 'AW',
    prefixForward: 'WG',
    own: 'Vielen Dank, das passt uns gut.',
    note: 'Zur Kenntnis, das kam heute früh.',
    closing: 'Mit freundlichen Grüßen',
    disclaimer:
      'Diese E-Mail enthält vertrauliche Informationen. Wenn Sie nicht der richtige Adressat sind oder diese E-Mail irrtümlich erhalten haben, informieren Sie bitte den Absender und vernichten Sie diese Mail.',
  },
  fr: {
    introductions: [
      'Le lun. 3 mai 2027 à 09:12, {who} <{address}> a écrit :',
      'Le 03/05/2027 à 09:12, {who} a écrit :',
      'Le lundi 3 mai 2027 à 09:12:44 UTC+2, {who}\n<{address}> a écrit :',
    ],
    announces: ['Début du message transféré :', 'Début du message réexpédié :'],
    dashed: ['Message transféré', 'Forwarded message'],
    originals: ["Message d'origine", 'Message original'],
    labels: { web: ['De', 'Date', 'Objet', 'À'], desktop: ['De', 'Envoyé', 'À', 'Objet'] },
    date: 'lundi 3 mai 2027 09:12',
    prefixReply: 'RE ',
    prefixForward: 'TR ',
    own: 'Merci, cela nous convient très bien.',
    note: 'Pour information, ceci est arrivé ce matin.',
    closing: 'Bien cordialement,',
    disclaimer:
      'Ce message est confidentiel et destiné exclusivement à son destinataire. Si vous l’avez reçu par erreur, merci d’en avertir l’expéditeur et de le supprimer.',
  },
  es: {
    introductions: [
      'El lun, 3 may 2027 a las 9:12, {who} (<{address}>) escribió:',
      'El 3/5/27 a las 9:12, {who} escribió:',
      'El lunes, 3 de mayo de 2027, 09:12:44 CEST, {who}\n<{address}> escribió:',
    ],
    announces: ['Inicio del mensaje reenviado:', 'Comienzo del mensaje reenviado:'],
    dashed: ['Mensaje reenviado', 'Forwarded message'],
    originals: ['Mensaje original'],
    labels: { web: ['De', 'Fecha', 'Asunto', 'Para'], desktop: ['De', 'Enviado el', 'Para', 'Asunto'] },
    date: 'lunes, 3 de mayo de 2027 9:12',
    prefixReply: 'RE',
    prefixForward: 'RV',
    own: 'Muchas gracias por todo, nos viene muy bien.',
    note: 'Para vuestra información, llegó esta mañana.',
    closing: 'Un cordial saludo,',
    disclaimer:
      'Este mensaje es confidencial y va dirigido exclusivamente a su destinatario. Si lo ha recibido por error, le rogamos que avise al remitente y lo elimine.',
  },
  pt: {
    introductions: [
      '{who} <{address}> escreveu no dia segunda, 3/05/2027 à(s) 09:12:',
      'Em seg., 3 de mai. de 2027 às 09:12, {who} <{address}> escreveu:',
      'Em 03/05/2027 09:12, {who} escreveu:',
      'A 3 de maio de 2027, {who}\n<{address}> escreveu:',
    ],
    announces: ['Início da mensagem reencaminhada:', 'Início da mensagem encaminhada:'],
    dashed: ['Mensagem encaminhada', 'Mensagem reencaminhada', 'Forwarded message'],
    originals: ['Mensagem original', 'Mensagem Original'],
    labels: { web: ['De', 'Data', 'Assunto', 'Para'], desktop: ['De', 'Enviada', 'Para', 'Assunto'] },
    date: '3 de maio de 2027 09:12',
    prefixReply: 'RES',
    prefixForward: 'ENC',
    own: 'Isso serve-nos muito bem.',
    note: 'Para conhecimento, chegou hoje de manhã.',
    closing: 'Com os melhores cumprimentos,',
    disclaimer:
      'Esta mensagem é confidencial e destina-se exclusivamente ao seu destinatário. Se a recebeu por engano, avise o remetente e elimine-a.',
  },
  da: {
    introductions: [
      'Den man. 3. maj 2027 kl. 09.12 skrev {who} <{address}>:',
      'man. d. 3. maj 2027 kl. 09.12 skrev {who} <{address}>:',
      'Den 03.05.2027 kl. 09.12 skrev {who}:',
      'Den 3. maj 2027 kl. 09.12 skrev {who}\n<{address}>:',
    ],
    announces: ['Start på videresendt besked:', 'Begyndelse på videresendt besked:'],
    dashed: ['Videresendt besked', 'Videresendt meddelelse', 'Forwarded message'],
    originals: ['Oprindelig meddelelse', 'Original meddelelse'],
    labels: { web: ['Fra', 'Dato', 'Emne', 'Til'], desktop: ['Fra', 'Sendt', 'Til', 'Emne'] },
    date: '3. maj 2027 09:12',
    prefixReply: 'SV',
    prefixForward: 'VS',
    own: 'Det passer os rigtig godt.',
    note: 'Til orientering, den kom i morges.',
    closing: 'Med venlig hilsen',
    disclaimer:
      'Denne e-mail er fortrolig og kun tiltænkt modtageren. Hvis du har modtaget den ved en fejl, bedes du underrette afsenderen og slette den.',
  },
  nl: {
    introductions: [
      'Op ma 3 mei 2027 om 09:12 schreef {who} <{address}>:',
      'Op 03-05-2027 om 09:12 schreef {who}:',
      '{who} schreef op 3-5-2027 om 09:12:',
      'Op maandag 3 mei 2027 09:12:44 CEST schreef {who}\n<{address}>:',
    ],
    announces: ['Begin doorgestuurd bericht:'],
    dashed: ['Doorgestuurd bericht', 'Forwarded message'],
    originals: ['Oorspronkelijk bericht', 'Origineel bericht'],
    labels: { web: ['Van', 'Datum', 'Onderwerp', 'Aan'], desktop: ['Van', 'Verzonden', 'Aan', 'Onderwerp'] },
    date: 'maandag 3 mei 2027 09:12',
    prefixReply: 'Antw',
    prefixForward: 'Doorst',
    own: 'Dat komt ons goed uit.',
    note: 'Ter informatie, dit kwam vanochtend binnen.',
    closing: 'Met vriendelijke groet,',
    disclaimer:
      'Dit bericht is vertrouwelijk en uitsluitend bestemd voor de geadresseerde. Hebt u het abusievelijk ontvangen, breng dan de afzender op de hoogte en verwijder het.',
  },
  it: {
    introductions: [
      'Il giorno lun 3 mag 2027 alle ore 09:12 {who} <{address}> ha scritto:',
      'Il 03/05/2027 09:12, {who} ha scritto:',
      'Il lunedì 3 maggio 2027 alle ore 09:12:44 CEST, {who}\n<{address}> ha scritto:',
    ],
    announces: ['Inizio messaggio inoltrato:'],
    dashed: ['Messaggio inoltrato', 'Forwarded message'],
    originals: ['Messaggio originale'],
    labels: { web: ['Da', 'Data', 'Oggetto', 'A'], desktop: ['Da', 'Inviato', 'A', 'Oggetto'] },
    date: 'lunedì 3 maggio 2027 09:12',
    prefixReply: 'R',
    prefixForward: 'I',
    own: 'Per noi va molto bene.',
    note: 'Per conoscenza, è arrivato stamattina.',
    closing: 'Cordiali saluti,',
    disclaimer:
      'Questo messaggio è riservato e destinato esclusivamente al destinatario. Se lo avete ricevuto per errore, vi preghiamo di informare il mittente e di cancellarlo.',
  },
};
