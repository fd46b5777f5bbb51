import type { Trouble } from './trouble.js';

/** What happens to a message, and to what is delivered of it. */
export const ofMessages = {
  // what happens to a message
  'YS-FIELD-MISSING': { status: 422, sentence: '“{field}” is required and was not found.' },
  'YS-FIELD-DEFAULT': { status: 422, sentence: 'The default of “{field}” cannot be read by its type.' },
  'YS-TEMPLATE-CUT': {
    status: 422,
    sentence: 'The values of this line could be cut in several ways, so none is taken for “{field}”.',
  },
  'YS-LAYOUT-NOT-RECOGNISED': {
    status: 422,
    sentence: 'The layout is not recognised (nearest: {layout}, {score} %).',
  },
  'YS-TEMPLATE-TWO-PLACES': {
    status: 422,
    sentence: '“{field}” could be read from two places that fit equally well, so neither is taken.',
  },
  'YS-RULE-STOPPED': { status: 422, sentence: 'The rule “{rule}” was stopped at its limit of {limit}.' },
  'YS-RULE-SEVERAL': {
    status: 422,
    sentence: 'The rule “{rule}” found {count} candidates for “{field}” and may take only one.',
  },
  'YS-CHECK-FAILED': { status: 422, sentence: '{say}.' },
  'YS-CHECK-AGREE': { status: 422, sentence: 'It is {own} by its rule, and {second} by “{rule}”.' },
  'YS-CHECK-BESIDE': {
    status: 422,
    sentence: '“{rule}” is no rule with `beside: true`, which runs beside the others and fills nothing{nearest}.',
  },
  'YS-CHECK-SEEN': {
    status: 422,
    sentence: 'A record of a message received {received} has the same {fields}: {link}.',
  },
  'YS-ROWS-TWICE': { status: 422, sentence: 'Row {row} has the same {columns} as row {other}.' },
  'YS-CHECK-UNIQUE': {
    status: 422,
    sentence: '“{field}” is no column of the rows, so rows cannot be compared by it{nearest}.',
  },
  'YS-ROWS-COUNT': { status: 422, sentence: 'There are {count} rows; allowed are {range}.' },
  'YS-CONFIRMED-CHANGED': {
    status: 422,
    sentence: 'It was confirmed as it stood, and is no longer the same. Look at it again.',
  },
  'YS-CONFIRM-CHANGED': {
    status: 409,
    sentence: 'The record is at revision {revision} now, not the one you saw. Look at it, and go on from there.',
  },
  'YS-CONFIRM-STATE': { status: 409, sentence: 'The message is {state}: only what is in review can be {act}.' },
  'YS-CONFIRM-NOT-TRIED': {
    status: 409,
    sentence:
      'What becomes of it with your changes cannot be told yet: a question to the model has no answer. Enter the changes, and confirm what comes of them.',
  },
  'YS-REVIEW-HELD': { status: 409, sentence: '{by} has this one open. The next one is free.' },
  'YS-LEARN-NOTHING': {
    status: 422,
    sentence:
      'There is nothing to learn: no value of it stands in the words of the message, or the rules read it so already.',
  },
  'YS-NOT-LAID-ASIDE': {
    status: 409,
    sentence: 'The message is {state}: nobody laid it aside as not for us, so there is nothing to take back.',
  },
  'YS-CONFIRM-LEFT': {
    status: 409,
    sentence: 'What was confirmed has left already. Correct the record instead: what it says then goes the same way.',
  },
  'YS-NOT-FOR-US': { status: 422, sentence: 'Not for us, says {by}: {reason}' },
  'YS-PROMPT-ANSWER': {
    status: 422,
    sentence: 'The model’s answer to “{rule}” is not of the shape that was asked for.',
  },
  'YS-PROMPT-CUT-OFF': {
    status: 422,
    sentence: 'The model’s answer to “{rule}” was cut off, so nothing of it is taken.',
  },
  'YS-PROMPT-UNSUPPORTED': {
    status: 422,
    sentence: 'The model says “{value}” for “{field}”, which the message does not support: {why}.',
  },
  'YS-PROMPT-ROWS-STATED': {
    status: 422,
    sentence: 'The message says {stated} (“{words}”), and the model found {count} rows.',
  },
  'YS-PROMPT-EXAMPLE-MISSING': {
    status: 422,
    sentence: 'The rule “{rule}” was not tried: its worked example “{message}” is not there.',
  },
  'YS-PROMPT-NOT-TRIED': {
    status: 422,
    sentence: 'The rule “{rule}” was not tried: there is no answer of a model for this message.',
  },
  'YS-PROMPT-FAILED': { status: 422, sentence: 'The model gave no answer to “{rule}”: {detail}.' },
  'YS-READING-PARTS': {
    status: 422,
    sentence: 'The message has more than {limit} parts. Those beyond are not read; download the message to see them.',
  },
  'YS-READING-DEPTH': {
    status: 422,
    sentence: 'Parts of the message lie in each other more than {limit} deep. What lies deeper is listed, not opened.',
  },
  'YS-READING-NESTING': {
    status: 422,
    sentence:
      'Elements of the message’s HTML lie in each other more than {limit} deep. Of what lies deeper only the text is read, without its tables and links.',
  },
  'YS-READING-HEADER-CUT': {
    status: 422,
    sentence: 'A header block of the message is longer than {limit} KB. What goes beyond is not read.',
  },
  'YS-READING-CUT': {
    status: 422,
    sentence:
      'A text of the message is longer than {limit} KB. Rules see its beginning; download the message to see all.',
  },
  'YS-READING-ATTACHMENTS': {
    status: 422,
    sentence: 'The message has {count} attachments; the first {limit} are listed. Download the message to see all.',
  },
  'YS-READING-ENCODING': {
    status: 422,
    sentence: 'A part is encoded as “{encoding}”, which is not known. Its text is shown as it came.',
  },
  'YS-READING-BOUNDARY': {
    status: 422,
    sentence:
      'The message says it is {type}, but its boundary never comes. It is read by the boundary it seems to use, or as one text.',
  },
  'YS-READING-DOCUMENT-LARGE': {
    status: 422,
    sentence:
      'The attachment “{name}” is larger than is read ({limit} MB, or what it unpacks to). Rules see its name and size; download the message to see it.',
  },
  'YS-READING-DOCUMENT-SEALED': {
    status: 422,
    sentence: 'The attachment “{name}” is encrypted, so what it says cannot be read. Ask the sender to send it open.',
  },
  'YS-READING-DOCUMENT-OLD': {
    status: 422,
    sentence:
      'The attachment “{name}” is a workbook of a format of before 2007, which is not read. Ask the sender to save it as .xlsx or CSV.',
  },
  'YS-READING-DOCUMENT-PICTURES': {
    status: 422,
    sentence:
      'The attachment “{name}” holds pictures of its pages and no text, as scanners make it. Ask the sender for the file it was printed from.',
  },
  'YS-READING-DOCUMENT-BROKEN': {
    status: 422,
    sentence: 'The attachment “{name}” cannot be read: it is broken, or not what it says it is.',
  },
  'YS-READING-TNEF': {
    status: 422,
    sentence:
      'The attachment “{name}” is in a format of one mail program, and what it holds is not read. Ask the sender to send plain text or HTML.',
  },
  'YS-READING-SEALED': {
    status: 422,
    sentence:
      'The message is encrypted or sealed as a whole ({type}), so its text cannot be read. Ask the sender to send it open.',
  },
  'YS-MESSAGE-COMPLETES': {
    status: 422,
    sentence: 'It goes with an earlier message, whose record it completes: {fields}. {message}',
  },
  'YS-MESSAGE-CONTRADICTS': {
    status: 422,
    sentence:
      'It answers in the thread of an earlier message and says otherwise of {fields}. Look at both, and correct the record of {message} if it is right.',
  },
  'YS-MESSAGE-CONFIRMATION': {
    status: 422,
    sentence:
      'Another mail service asks whether it may forward mail to this mailbox ({given}). If you set that up, type the code there or open the link yourself; nothing is followed by itself.',
  },
  'YS-MESSAGE-TOO-SLOW': {
    status: 422,
    sentence: 'Reading or sifting this message was stopped after {seconds} seconds.',
  },
  'YS-MESSAGE-LOST-WORKER': {
    status: 422,
    sentence:
      'Work on this message ended without a word three times, and again when it ran alone. It is left to a person.',
  },
  'YS-MESSAGE-UNSORTED': { status: 422, sentence: 'The sorter could not say for sure where this message belongs.' },
  'YS-MESSAGE-NO-SIEVE': { status: 422, sentence: 'No sieve of the mailbox takes this message.' },
  'YS-MESSAGE-SCREENED': { status: 422, sentence: 'The mailbox does not accept this message.' },
  'YS-MESSAGE-LOOP': { status: 422, sentence: 'The message goes round in circles, so it is not taken in.' },
  'YS-MESSAGE-TWIN': {
    status: 422,
    sentence: 'The same message came before: {twin} has its Message-ID and says the same. Nothing is done twice.',
  },
  'YS-REVIEW-ALWAYS': { status: 422, sentence: 'The sieve asks for a person’s eye on every record.' },
  'YS-REVIEW-SHARE': {
    status: 422,
    sentence: 'A spot check: {share} of the sound records are drawn for a person’s eye.',
  },
  'YS-REVIEW-PROMPT': { status: 422, sentence: 'A model’s answer waits for a person’s confirmation.' },

  // deliveries
  'YS-ROUTE-DESTINATION': {
    status: 422,
    sentence: 'The route leads to “{destination}”, which does not exist. Make the destination, or correct the name.',
  },
  'YS-DELIVERY-REFUSED': { status: 422, sentence: 'The destination refused the record: {detail}.' },
  'YS-DELIVERY-UNREACHABLE': { status: 502, sentence: 'The destination could not be reached: {detail}.' },
  'YS-DELIVERY-UNCERTAIN': {
    status: 502,
    sentence: 'No answer came after sending, so it may have arrived; it is tried again under the same identity.',
  },
  'YS-DELIVERY-GAVE-UP': { status: 502, sentence: 'The destination could not be reached in {count} tries: {detail}.' },
  'YS-DELIVERY-STATE': { status: 409, sentence: 'A delivery that is {state} cannot be retried.' },
  'YS-DELIVERY-NOT-KEPT': {
    status: 409,
    sentence: 'Only a delivery that is kept back is released or dropped; this one is {state}.',
  },
  'YS-LOOKUP-NO-TABLE': {
    status: 422,
    sentence:
      'There is no table “{table}” to look in. Put it among the lookups, or as lookups/{table}.csv beside the sieve.',
  },
  'YS-LOOKUP-NO-COLUMN': { status: 422, sentence: 'The table “{table}” has no column “{column}”; it has {known}.' },
  'YS-LOOKUP-MISSING': { status: 422, sentence: 'The table “{table}” has nothing for {what}.' },
  'YS-LOOKUP-SEVERAL': { status: 422, sentence: 'The table “{table}” has {count} lines for {what}.' },
  'YS-LOOKUP-USED': { status: 409, sentence: 'The table “{table}” is used by {users}. Change those first.' },
  'YS-LOOKUP-FILE': { status: 422, sentence: 'The file cannot be taken as a table: {detail}.' },
  'YS-LOOKUP-SOURCE': { status: 422, sentence: 'The table cannot be read where it is kept: {detail}.' },
  'YS-LOOKUP-FOLLOWED': {
    status: 409,
    sentence:
      'The table “{table}” is read from elsewhere, so it is not put by hand. Change it there, or end the reading first.',
  },
  'YS-LOOKUP-OWN': { status: 409, sentence: 'The table “{table}” is put by hand; it is read from nowhere.' },
  'YS-LOOKUP-UNKNOWN': { status: 404, sentence: 'There is no table “{table}”.' },
  'YS-EDIT-COPY': {
    status: 409,
    sentence:
      'The rule “{rule}” names no single field that it fills, so a copy of it cannot be for another. Copy it as it is, and change the copy.',
  },
  'YS-EDIT-NOTHING-FOUND': {
    status: 409,
    sentence: 'Nothing the sieve looks for was found in this message. Mark a value in it: that begins a layout, too.',
  },
  'YS-EDIT-NO-ROWS': {
    status: 422,
    sentence:
      'No two items of one shape were found in these lines. Select at least two whole items, one after the other.',
  },
  'YS-EDIT-NO-SPLIT': {
    status: 422,
    sentence:
      'The values of “{column}” cannot be cut alike. Mark one of their parts in the message: that cuts them, too.',
  },
  'YS-EDIT-NO-LABEL': {
    status: 422,
    sentence: 'No words stand before, behind or above this value that would say where it is. Write a pattern for it.',
  },
  'YS-TRIAL-ALREADY': { status: 409, sentence: 'The sieve “{sieve}” is on trial already.' },
  'YS-TRIAL-NOT': { status: 409, sentence: 'The sieve “{sieve}” is not on trial.' },
  'YS-TRIAL-OPEN': {
    status: 409,
    sentence: 'The sieve “{sieve}” is not ready to be turned on: {open}. Put that right, or turn it on anyway.',
  },
  'YS-TRIAL-NOTHING': {
    status: 409,
    sentence: 'Nothing is kept back of this message, so there is nothing to deliver.',
  },
  'YS-TRIAL-TARGETS': {
    status: 409,
    sentence: 'This message would go to {targets}, not to what was named. Look again, and name these.',
  },
  'YS-DESTINATION-KIND': { status: 422, sentence: '“{kind}” is no destination kind{nearest}.' },
  'YS-DESTINATION-COLUMNS': { status: 422, sentence: 'What it requires could not be asked: {detail}.' },
  'YS-DESTINATION-NOT-ASKED': { status: 422, sentence: 'What stands there now, this destination cannot tell.' },
  'YS-DESTINATION-CONNECTION': {
    status: 422,
    sentence: 'The destination names the connection “{connection}”, which does not exist.',
  },
  'YS-DESTINATION-TABLE': {
    status: 422,
    sentence: 'The table “{table}” is not as the destination needs it: {detail}.',
  },
  'YS-DESTINATION-PRIVATE': {
    status: 422,
    sentence:
      'The address {address} is a private one, and this service does not send there. An operator can allow it by YELLOW_SIEVE_PRIVATE_TARGETS.',
  },
  'YS-CRM-ENTITY': { status: 422, sentence: 'The CRM’s description has no entity “{entity}”{nearest}.' },
  'YS-CRM-FIELD': {
    status: 422,
    sentence: '“{field}” is no field of {entity} there{nearest}. Correct the name in the route.',
  },
  'YS-CRM-FIELD-MISSING': {
    status: 422,
    sentence: '{entity} needs “{field}” there, and the record has none. Map it, or give it a value.',
  },
  'YS-CRM-FIELD-TYPE': { status: 422, sentence: '“{field}” is a {type} there, and “{value}” is none.' },
  'YS-CRM-TOKEN': {
    status: 422,
    sentence: 'No access token is given for these credentials: {detail}. Check them in the connection.',
  },
  'YS-CRM-FIND': {
    status: 422,
    sentence:
      'The description of the CRM does not say how {entity} is found. Add “find” to it, or leave “find_by” out.',
  },
  'YS-CRM-PAGES': {
    status: 422,
    sentence: 'The search for {entity} does not end after {count} pages. Let the description’s query ask for less.',
  },
  'YS-CRM-ELSEWHERE': {
    status: 422,
    sentence:
      'The CRM points to {address}, which is not its own. Nothing is asked there: it would get the credentials.',
  },
  'YS-CRM-SEVERAL': {
    status: 422,
    sentence: '{count} of {entity} there have “{key}” as {field}, so none was changed. Merge them there, then retry.',
  },
  'YS-CRM-DESCRIPTION': { status: 422, sentence: 'The CRM’s description cannot be used: {detail}.' },
  'YS-DESTINATION-COLUMN': {
    status: 422,
    sentence: '“{column}” cannot be a column name there. Use letters, digits and underscores, 64 at the most.',
  },

  'YS-SHEET-KEY-LATE': {
    status: 422,
    sentence:
      '“{sheet}” has {count} lines already: a key can be given to a sheet of up to {most}. Make another sheet that has the key from the beginning.',
  },
  'YS-DESTINATION-KEY': {
    status: 422,
    sentence: 'The table is keyed by “{column}”, and this line has no value there. Map it, or make its field required.',
  },
} as const satisfies Record<string, Trouble>;
