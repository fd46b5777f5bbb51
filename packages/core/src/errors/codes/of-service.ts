import type { Trouble } from './trouble.js';

/** Troubles of the service and its callers. */
export const ofService = {
  // intake
  'YS-INTAKE-CONNECTIONS': {
    status: 429,
    sentence: 'Too many connections are open, or this one was open for too long. Try again in a while.',
  },
  'YS-INTAKE-UNKNOWN-ADDRESS': { status: 404, sentence: 'No mailbox takes mail for this address.' },
  'YS-INTAKE-TOO-LARGE': { status: 413, sentence: 'The message is larger than the {limit} allowed here.' },
  'YS-INTAKE-EMPTY': { status: 422, sentence: 'There is no message in what was sent.' },
  'YS-DATABASE-DOWN': {
    status: 503,
    sentence: 'The database cannot be reached just now. Nothing was taken; try again shortly.',
  },

  // the service and its callers
  'YS-NOT-FOUND': { status: 404, sentence: 'There is no {what} “{name}”.' },
  'YS-IN-USE': {
    status: 409,
    sentence: 'The {what} “{name}” is in use: {by}. Take it out there first.',
  },
  'YS-REQUEST-INVALID': { status: 400, sentence: 'The request cannot be read: {detail}.' },
  'YS-REQUEST-TYPE': {
    status: 415,
    sentence: 'The body has to be of the media type {wanted}. Say so in Content-Type.',
  },
  'YS-REQUEST-CURSOR': { status: 400, sentence: 'The cursor is not one of this listing. Start again without it.' },
  'YS-AUTH-MISSING': {
    status: 401,
    sentence: 'This needs a log-in, or an access token sent as a bearer token.',
  },
  'YS-AUTH-WRONG': { status: 401, sentence: 'The access token is not known, or has expired.' },
  'YS-AUTH-ROLE': { status: 403, sentence: 'This needs the role {role}, and you have {has}.' },
  'YS-AUTH-SESSION': { status: 401, sentence: 'The log-in has run out. Log in again.' },
  'YS-AUTH-FOREIGN-PAGE': {
    status: 403,
    sentence: 'A page of another site sent this request, so nothing was done. Do it from the console itself.',
  },
  'YS-LOG-IN-WRONG': { status: 401, sentence: 'Email address and password do not belong together.' },
  'YS-PASSWORD-WRONG': { status: 403, sentence: 'That is not your password as it is now, so it was not changed.' },
  'YS-LOG-IN-THROTTLED': {
    status: 429,
    sentence: 'Too many log-ins failed. Wait {minutes} minutes and try again.',
  },
  'YS-INVITATION-SPENT': {
    status: 404,
    sentence: 'This link was used already, has run out, or never was one. Ask an owner for a new one.',
  },
  'YS-PERSON-EMAIL-TAKEN': { status: 409, sentence: 'Somebody with the address “{email}” is here already.' },
  'YS-PERSON-LAST-OWNER': {
    status: 409,
    sentence: 'This is the last owner, and there must be one. Make somebody else an owner first.',
  },
  'YS-MESSAGE-NO-HTML': { status: 404, sentence: 'The message has no HTML part, so there is no original to show.' },
  'YS-MESSAGE-NOT-SKIPPED': {
    status: 409,
    sentence: 'Only a skipped message can be taken in; this one is {state}. Put it through again instead.',
  },
  'YS-SIEVE-CHANGED': {
    status: 412,
    sentence:
      'The sieve “{sieve}” is not what you saw any more: {by} published version {version} at {at}. Get it, and bring your change into it.',
  },
  'YS-MAILBOX-CHANGED': {
    status: 412,
    sentence: 'The file of “{mailbox}” is not what you saw any more. Look at it as it is now, and change it there.',
  },
  'YS-DRAFT-CHANGED': {
    status: 412,
    sentence:
      'The draft of “{sieve}” is not what you saw any more: {by} changed it at {at}. Get it, and bring your change into it.',
  },
  'YS-DRAFT-BEHIND': {
    status: 409,
    sentence:
      'The draft of “{sieve}” was begun from version {base}, and version {version} is live. Compare the two, and save the draft anew on version {version}.',
  },
  'YS-PUBLISH-BREAKS': {
    status: 409,
    sentence: 'Publishing would break expected values that hold now: {broken}. Mend the rules, or say why.',
  },
  'YS-SAMPLE-NOT-TRIED': {
    status: 409,
    sentence:
      'The sample asks a model what has no answer yet, so nothing is known of it. Feed the message to a mailbox first; its answers are kept.',
  },
  'YS-SAMPLE-NOT-TAKEN': { status: 409, sentence: 'The sieve does not take this sample: {why}' },
  'YS-EXPECTED': { status: 422, sentence: 'What is expected does not fit the sieve: {detail}.' },
  'YS-MESSAGE-NO-RECORD': { status: 409, sentence: 'No sieve took this message, so there is no record of it.' },
  'YS-JOB-OVER': { status: 409, sentence: 'The job is {state}, so there is nothing to stop.' },
  'YS-JOB-TROUBLE': {
    status: 500,
    sentence:
      'The job was given up after {lost} failures in a row at the same place. It is in the log under {reference}.',
  },
  'YS-MAILBOX-ADDRESS-TAKEN': {
    status: 409,
    sentence: 'The address “{address}” belongs to the mailbox “{mailbox}” already.',
  },
  'YS-MAILBOX-SIEVE': {
    status: 422,
    sentence: 'The mailbox names the sieve “{sieve}”, which does not exist. Put the sieve first.',
  },
  'YS-SORTER-NONE': {
    status: 422,
    sentence: 'The mailbox “{mailbox}” sorts nothing. Write “sorter:” with categories into its file first.',
  },
  'YS-SORTER-TOO-FEW': {
    status: 422,
    sentence:
      'There is nothing to learn yet: two categories of the mailbox “{mailbox}” need a labelled message each. Label some, then use the sorter.',
  },
  'YS-LABEL-LINE': {
    status: 422,
    sentence:
      '{where} is no label. A line is an object: {"message": "messages/001.eml", "category": "gate keys"}, or null for none.',
  },
  'YS-LABEL-CATEGORY': {
    status: 422,
    sentence: 'The mailbox “{mailbox}” has no category “{category}”. It has: {known}.',
  },
  'YS-SORTER-RESERVED': {
    status: 422,
    sentence:
      'A category cannot be called “{category}”: that is what a message is called that fits none. Choose another name.',
  },
  'YS-SORTER-TWICE': {
    status: 422,
    sentence: 'The category “{category}” is there twice. Give it one entry, or another name.',
  },
  'YS-SERVICE-BUSY': {
    status: 429,
    sentence: 'Too much of yours waits for its turn already. Try again when some of it is done.',
  },
  'YS-MAIL-TLS': {
    status: 422,
    sentence:
      'The mail server offers no encryption that can be trusted, so nothing is sent. Where that is as it should be, say “tls: none” in the connection.',
  },
  'YS-MAIL-ORIGINAL': {
    status: 422,
    sentence:
      'The route says “original: {original}”. It can be “as it is”, which passes the message itself on, or “attached”, which sends it with a text.',
  },
  'YS-MAIL-NAME': {
    status: 422,
    sentence: 'The route writes “{name}”, and a mail has no such part{nearest}.',
  },
  'YS-MAIL-HTML': {
    status: 422,
    sentence: 'The route gives “html” and no “text”. Some read mail without HTML: give “text” beside it.',
  },
  'YS-MAIL-CONTACT': {
    status: 422,
    sentence: 'The route’s contact has no name, so no card can be made of it. Give “contact.name”.',
  },
  'YS-MAIL-EVENT': {
    status: 422,
    sentence:
      'The route’s calendar entry needs “event.title”, and “{name}” as a day or moment: let it be exactly the name of a field of type date or datetime.',
  },
  'YS-MAIL-TRIED': {
    status: 422,
    sentence: '[tried out, meant for {to}] {subject}',
  },
  'YS-DELIVERY-CEILING': {
    status: 422,
    sentence: 'The ceiling of {count} mails {period} is reached. It goes when there is room, at {at} UTC.',
  },
  'YS-TRIAL-NO-ADDRESS': {
    status: 422,
    sentence:
      'What is tried out is sent to you, and you have no address here. Log in as a person instead of using a token without one.',
  },
  'YS-TRIAL-NO-MAIL': {
    status: 422,
    sentence: 'Nothing that is kept back of this message can be sent to you: none of it is mail.',
  },
  'YS-MAIL-REPLY-TO': {
    status: 422,
    sentence:
      'The route says “reply” and “to”. A reply goes to the sender: leave “to” out, or leave “reply” out and write to somebody else.',
  },
  'YS-MAIL-REPLY-EMPTY': {
    status: 422,
    sentence: 'The route says “reply”, and its “text” is empty. Write what the sender is told.',
  },
  'YS-MAIL-NO-REPLY': { status: 422, sentence: 'The sender is not answered, since {why}.' },
  'YS-WEBHOOK-ELSEWHERE': {
    status: 422,
    sentence:
      'The address answered {status}, which leads elsewhere and is not followed. Put the address that takes events in the connection.',
  },
  'YS-DELIVERY-QUIET': {
    status: 422,
    sentence:
      'It is kept back: the message is of the past, or was put through with many others, and nobody said that people may hear of it. Release it to have it sent after all.',
  },
  'YS-INTAKE-BARE-LINE': {
    status: 422,
    sentence:
      'The message has a line feed or carriage return that stands alone, so mail servers do not agree where its lines end. Lines end with both.',
  },
  'YS-INTAKE-TOO-MANY': {
    status: 429,
    sentence: 'Too many messages came from this address within a minute. Try again later.',
  },
  'YS-INTAKE-RECIPIENTS': {
    status: 422,
    sentence: 'The message has too many recipients. Send the rest separately.',
  },
  'YS-FOLDER-CONNECTION': {
    status: 422,
    sentence: 'There is no connection “{connection}” to a mail server. Make one of the kind imap, or name another.',
  },
  'YS-FOLDER-LOGIN': {
    status: 422,
    sentence:
      'The mail server refuses the login: {detail}. Correct user, password or permission in the connection “{connection}”.',
  },
  'YS-FOLDER-TOKEN': {
    status: 422,
    sentence:
      'The permission to read the mail cannot be renewed: {detail}. Give it again, and put it in the connection “{connection}”.',
  },
  'YS-FOLDER-PERMISSION': {
    status: 422,
    sentence:
      'The permission to read the mail ends on {day}. Give it anew before that, and put it in the connection “{connection}”.',
  },
  'YS-FOLDER-UNREACHABLE': {
    status: 422,
    sentence: 'The mail server {host} cannot be reached: {detail}.',
  },
  'YS-FOLDER-CERTIFICATE': {
    status: 422,
    sentence:
      'The certificate of {host} cannot be trusted: {detail}. Have it mended there, or give the certificate of who made it in the connection “{connection}”.',
  },
  'YS-FOLDER-TLS': {
    status: 422,
    sentence:
      'The mail server {host} offers no encryption, so no password is sent. Where that is as it should be, say “tls: none” in the connection.',
  },
  'YS-FOLDER-GONE': {
    status: 422,
    sentence: 'There is no folder “{folder}” on the mail server. It has: {known}.',
  },
  'YS-FOLDER-RENUMBERED-JOB': {
    status: 422,
    sentence:
      'The server numbered the messages of “{folder}” anew while they were being taken. Start again: what was taken is not taken twice.',
  },
  'YS-FOLDER-UNKNOWN': {
    status: 404,
    sentence: 'The mailbox takes nothing from the folder “{folder}” of “{connection}”. Add it first.',
  },
  'YS-FOLDER-MOVE': {
    status: 422,
    sentence: 'The mail server does not move messages to “{folder}”: {detail}.',
  },
  'YS-FOLDER-MESSAGE': { status: 422, sentence: 'Message {uid} of the folder could not be taken: {detail}' },
  'YS-FOLDER-RENUMBERED': {
    status: 422,
    sentence:
      'The server numbered the messages of this folder anew on {day}. What had been taken was known by its Message-ID and size, and is not taken twice.',
  },
  'YS-DELIVERY-ONCE': {
    status: 422,
    sentence: 'It goes once in a thread, and has gone for the message {message}.',
  },
  'YS-MAIL-SEVERAL': {
    status: 422,
    sentence:
      'There are {count} addresses in “to”, and the route does not say that there may be several. If so, give it “several: yes”.',
  },
  'YS-DESTINATION-WEB': {
    status: 422,
    sentence: 'The address is none of the web. One that begins with https:// or http:// is wanted.',
  },
  'YS-DESTINATION-NO-LINK': {
    status: 422,
    sentence: '“{destination}” is no sheet, so it has no link. Only sheets are downloaded by one.',
  },
  'YS-FOLDER-NONE': {
    status: 422,
    sentence: 'The service has no folder for files. Start it with YELLOW_SIEVE_FOLDER, which names one that is there.',
  },
  'YS-FOLDER-SLOW': {
    status: 422,
    sentence: 'The work with this file took longer than {seconds} seconds and was ended.',
  },
  'YS-FOLDER-OUT': {
    status: 422,
    sentence: 'That folder leads out of the folder for files. Name one that lies in it.',
  },
  'YS-OWN-FILE': {
    status: 422,
    sentence: 'The file cannot be written to: {detail}. See to it, and retry the delivery.',
  },
  'YS-OWN-FILE-BUSY': { status: 503, sentence: 'The file cannot be written to just now: {detail}. It is tried again.' },
  'YS-FOLDER-NAME': { status: 422, sentence: 'The route gives no “name” for the file, or it is empty here.' },
  'YS-FOLDER-TEXT': { status: 422, sentence: 'The route gives no “text” to be written.' },
  'YS-DESTINATION-ROWS': {
    status: 422,
    sentence: '“{destination}” takes no rows with a record. Leave “rows” out of the route, or say “each: row”.',
  },
  'YS-DESTINATION-ROWS-TABLE': {
    status: 422,
    sentence: 'The route gives rows, and the destination names no table for them. Add “rows_table” to it.',
  },
  'YS-EXPORT-DESTINATION': {
    status: 422,
    sentence: '“{destination}” is no destination of the kind mail, so nothing can be mailed by it.',
  },
  'YS-EXPORT-ADDRESS': { status: 422, sentence: '“{address}” is no single e-mail address. Name each by itself.' },
  'YS-EXPORT-NO-MAIL': { status: 422, sentence: '“{name}” says nothing of mail. Add “mail:” to its file.' },
  'YS-EXPORT-MAIL': { status: 503, sentence: '{title}, {period}, is attached. It can be had at any time at {link}' },
  'YS-EXPORT-MAIL-LONG': {
    status: 503,
    sentence: '{title}, {period}, is too long to be mailed. It can be had at {link}',
  },
  'YS-EXPORT-MAILED': { status: 503, sentence: 'It is mailed.' },
  'YS-NOTICE-STOPPED': {
    status: 503,
    sentence: 'Deliveries to “{destination}” have stopped. {count} wait for a hand, the first since {since}: {detail}',
  },
  'YS-NOTICE-REVIEW': {
    status: 503,
    sentence:
      'Messages of “{mailbox}” wait for review. {count} of them for more than {hours} hours, the oldest since {since}.',
  },
  'YS-NOTICE-SILENT': {
    status: 503,
    sentence:
      'Nothing has come to “{mailbox}” since {since}. There was never such a pause in eight weeks; the longest was {measure} hours. Look whether mail still reaches it.',
  },
  'YS-NOTICE-SILENT-BUSY': {
    status: 503,
    sentence:
      'Nothing has come to “{mailbox}” since {since}. By now {measure} messages came in earlier weeks. Look whether mail still reaches it.',
  },
  'YS-NOTICE-DRIFT': {
    status: 503,
    sentence: 'The mail of “{mailbox}” is no longer as it was. The overview shows what has changed ({count}).',
  },
  'YS-NOTICE-CEILING': {
    status: 503,
    sentence: 'The model may not be asked for “{sieve}” just now. {count} messages wait: {detail}',
  },
  'YS-NOTICE-CEILING-MAIL': {
    status: 503,
    sentence: 'The ceiling of {destination} is reached: {count} mails wait until there is room.',
  },
  'YS-NOTICE-JOB': { status: 503, sentence: 'A job is over: {title}. {done} messages.' },
  'YS-NOTICE-JOB-FAILED': { status: 503, sentence: 'A job failed: {title}. {detail}' },
  'YS-NOTICE-INTAKE': {
    status: 503,
    sentence: 'The folder “{folder}” at {connection} cannot be watched for “{mailbox}”. {detail}',
  },
  'YS-NOTICE-SUBJECT': { status: 503, sentence: 'Yellow Sieve ({count}): {first}' },
  'YS-NOTICE-OVER': { status: 503, sentence: 'It is over by now.' },
  'YS-NOTICE-TRY': { status: 503, sentence: 'This is only tried: what “{plan}” has to tell comes here.' },
  'YS-NOTICE-SENT': { status: 503, sentence: 'Sent by “{destination}”.' },
  'YS-NOTICE-DESTINATION': {
    status: 422,
    sentence: '“{destination}” is no destination that people read. Name one of the kind mail, chat or webhook.',
  },
  'YS-NOTICE-ADDRESS': {
    status: 422,
    sentence: '“{destination}” sends mail, so say to which address (“to”).',
  },
  'YS-NOTICE-OWN': {
    status: 422,
    sentence: '{address} is an address of a mailbox here: a notice would come back in as mail. Name another one.',
  },
  'YS-LIVE-INTERNAL': {
    status: 500,
    sentence: 'Something went wrong inside the service. It is in the log under {reference}.',
  },

  'YS-START-CONFIG': {
    status: 500,
    sentence: 'The configuration cannot be used: {detail}. Set these environment variables and start again.',
  },
  'YS-START-PORT': {
    status: 500,
    sentence:
      'The port {port} is taken. Stop what uses it, or choose another by YELLOW_SIEVE_HTTP_PORT or YELLOW_SIEVE_SMTP_PORT.',
  },
  'YS-START-KEY-FILE': {
    status: 500,
    sentence:
      'The key file {file} does not hold 32 bytes in base64. Put the right key back, or remove the file and enter all connections anew.',
  },
  'YS-START-KEY-OTHER': {
    status: 500,
    sentence:
      'A secret was sealed with the key {sealed}, and the key file holds {held}. Put the right key back, or enter the connection anew.',
  },
} as const satisfies Record<string, Trouble>;
