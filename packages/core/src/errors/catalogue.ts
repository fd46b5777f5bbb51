/**
 * Every trouble a user can meet: a stable code, one sentence (what, where, what to do) and the HTTP status it travels with.
 * A code that is not listed here does not compile. Retired codes stay retired.
 */
export const catalogue = {
  // the sieve file
  'YS-FILE-SYNTAX': { status: 422, sentence: 'This is not readable as YAML: {detail}. Mend the line and try again.' },
  'YS-FILE-UNKNOWN-KEY': {
    status: 422,
    sentence: 'The key “{key}” is not known here{nearest}. Remove it or correct its name.',
  },
  'YS-FILE-MISSING-KEY': { status: 422, sentence: 'The key “{key}” is missing here. Add it.' },
  'YS-FILE-WRONG-VALUE': { status: 422, sentence: '“{key}” does not fit here: {detail}.' },
  'YS-FILE-UNQUOTED-TEXT': {
    status: 422,
    sentence: 'A text that begins with “{{” must be put in quotes, or YAML reads it as something else.',
  },
  'YS-FILE-NOT-FOUND': { status: 404, sentence: 'The file “{file}” cannot be read. Check its name and place.' },
  'YS-SIEVE-UNKNOWN-FIELD': {
    status: 422,
    sentence: '“{field}” is no field of this sieve{nearest}. Declare it under fields, or correct the name.',
  },
  'YS-SIEVE-RESERVED-NAME': {
    status: 422,
    sentence: 'A field cannot be called “{field}”: that name is taken. Choose another.',
  },
  'YS-SIEVE-FIELD-TWICE': {
    status: 422,
    sentence: '“{field}” is declared as a field and as a column of the rows. Names are shared: rename one.',
  },
  'YS-RENAME-NAME': {
    status: 422,
    sentence: '“{name}” cannot be the name of a field. Write letters, digits and _, beginning with a letter.',
  },
  'YS-RENAME-DRAFT': {
    status: 409,
    sentence:
      'There is a draft of “{sieve}” by {by} in which the field cannot be renamed: {detail} Mend, publish or drop it first.',
  },
  'YS-RENAME-TAKEN': {
    status: 409,
    sentence: '“{name}” is a field or column of this sieve already. Choose another name.',
  },
  'YS-RENAME-BY-HAND': {
    status: 422,
    sentence:
      'Not every place that names “{field}” could be changed, so none was: {detail} Write that place another way, then rename.',
  },
  'YS-SCRUB-TOO-LONG': {
    status: 413,
    sentence:
      'A text of this message is too long to be scrubbed whole, so it is not written. Take another message as the sample.',
  },
  'YS-EXPECT-VALUE': {
    status: 422,
    sentence: 'What is expected of “{field}” can never be a value of type {type}. Write a value it can have, or null.',
  },
  'YS-ENTERED-VALUE': {
    status: 422,
    sentence:
      'A person entered “{value}” for {field}, and that is no value of its type any more. Enter it anew, or change the type back.',
  },
  'YS-FIELD-TYPE': { status: 422, sentence: '“{type}” is no field type{nearest}.' },
  'YS-RULE-KIND': { status: 422, sentence: '“{kind}” is no rule kind{nearest}.' },
  'YS-CONDITION-NAME': { status: 422, sentence: '“{name}” is not known in conditions{nearest}.' },
  'YS-CONDITION-TEST': { status: 422, sentence: 'The test “{test}” does not go with {name}, which is of type {type}.' },
  'YS-CONDITION-VALUE': { status: 422, sentence: '“{value}” cannot be compared with {name}: {detail}.' },
  'YS-CONDITION-UNDECIDABLE': { status: 422, sentence: 'The condition on {name} cannot be decided: {detail}.' },
  'YS-TEXT-SYNTAX': { status: 422, sentence: 'The text cannot be read: {detail}. Check its tokens.' },
  'YS-TEXT-NAME': { status: 422, sentence: 'The text uses “{name}”, which is not known{nearest}.' },
  'YS-TABLE-NO-COLUMN': {
    status: 422,
    sentence: 'The table rule names no column, so it fills nothing. Write a column of the rows, and the words over it.',
  },
  'YS-PATTERN-SYNTAX': { status: 422, sentence: 'The pattern cannot be read: {detail}.' },
  'YS-PATTERN-NO-GROUP': {
    status: 422,
    sentence: 'The pattern has no named group, so it fills nothing. Name one after a field: (?<field>…).',
  },
  'YS-PATTERN-PART': { status: 422, sentence: '“~{part}~” is no ready-made part of a pattern{nearest}.' },
  'YS-TEMPLATE-NO-SLOT': {
    status: 422,
    sentence:
      'The layout “{layout}” has no slot, so it fills nothing. Put a field’s name in double square brackets where its value stands.',
  },
  'YS-TEMPLATE-SLOT': {
    status: 422,
    sentence: 'The slot “{slot}” in the layout “{layout}” cannot be read. Write [[field]].',
  },
  'YS-TEMPLATE-TOUCHING-SLOTS': {
    status: 422,
    sentence:
      'The slots “{slot}” and “{next}” touch in the layout “{layout}”, so nobody can say where one ends. Put the text that stands between them.',
  },
  'YS-TEMPLATE-BARE-SLOT': {
    status: 422,
    sentence:
      'Nothing constant stands before, after or above the slot “{slot}” in the layout “{layout}”. Add the label or words beside it.',
  },
  'YS-TEMPLATE-BLOCK': {
    status: 422,
    sentence:
      'The repeated block in the layout “{layout}” cannot be read. Write [[rows:]] and [[:rows]] each alone on its line, once, with one item between them that has a slot.',
  },
  'YS-DERIVE-TYPE': { status: 422, sentence: 'The text for “{field}” gave something its type cannot read: {detail}.' },

  // values
  'YS-VALUE-NUMBER': { status: 422, sentence: 'This is not readable as a number.' },
  'YS-VALUE-INTEGER': { status: 422, sentence: 'A whole number is wanted here, and this has a fraction.' },
  'YS-VALUE-RANGE': { status: 422, sentence: 'The value is outside its allowed range ({range}).' },
  'YS-VALUE-UNIT': { status: 422, sentence: 'The unit is “{unit}”, but the field is in “{wanted}”.' },
  'YS-VALUE-AMOUNT': { status: 422, sentence: 'This is not readable as an amount of money.' },
  'YS-VALUE-CURRENCY': { status: 422, sentence: 'The amount names no currency, and the field states none.' },
  'YS-VALUE-DATE': { status: 422, sentence: 'This is not readable as a date.' },
  'YS-VALUE-DATE-ORDER': {
    status: 422,
    sentence: 'Day and month could be either way round. State the order, or a locale with a region.',
  },
  'YS-VALUE-DATE-NONE': { status: 422, sentence: 'There is no such day in the calendar.' },
  'YS-VALUE-DATE-WEEKDAY': { status: 422, sentence: 'The weekday is not that of the day. One of them is wrong.' },
  'YS-VALUE-TIME': { status: 422, sentence: 'This is not readable as a time of day.' },
  'YS-VALUE-DATETIME-TIME': { status: 422, sentence: 'A day stands here, but no time of day.' },
  'YS-VALUE-DURATION': { status: 422, sentence: 'This is not readable as a length of time.' },
  'YS-VALUE-YES-NO': { status: 422, sentence: 'This is neither a yes nor a no.' },
  'YS-VALUE-URL': { status: 422, sentence: 'This is not readable as a web address.' },
  'YS-VALUE-ATTACHMENT': { status: 422, sentence: 'The message has no attachment of this name.' },
  'YS-VALUE-EMAIL': { status: 422, sentence: 'This is not readable as an email address.' },
  'YS-VALUE-EMAIL-SEVERAL': { status: 422, sentence: 'Several email addresses stand here, and the field takes one.' },
  'YS-VALUE-PHONE': { status: 422, sentence: 'This is not readable as a phone number.' },
  'YS-VALUE-PHONE-REGION': {
    status: 422,
    sentence: 'The phone number has no country code, and the sieve’s locale names no region.',
  },
  'YS-VALUE-CHOICE': { status: 422, sentence: 'This is none of the field’s choices.' },
  'YS-VALUE-SINGLE': { status: 422, sentence: 'Several values stand here, and the field takes one.' },
  'YS-VALUE-EMPTY': { status: 422, sentence: 'There is nothing to read here.' },

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
  'YS-ROWS-TWICE': { status: 422, sentence: 'Row {row} has the same {columns} as row {other}.' },
  'YS-CHECK-UNIQUE': {
    status: 422,
    sentence: '“{field}” is no column of the rows, so rows cannot be compared by it{nearest}.',
  },
  'YS-ROWS-COUNT': { status: 422, sentence: 'There are {count} rows; allowed are {range}.' },
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
    sentence: 'The model’s value for “{field}” is not supported by the message.',
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
  'YS-MESSAGE-TOO-SLOW': {
    status: 422,
    sentence: 'Reading or sifting this message was stopped after {seconds} seconds.',
  },
  'YS-MESSAGE-LOST-WORKER': {
    status: 422,
    sentence:
      'Work on this message ended without a word three times, and again when it ran alone. It is left to a person.',
  },
  'YS-MESSAGE-UNSORTED': { status: 422, sentence: 'No category fits this message.' },
  'YS-MESSAGE-NO-SIEVE': { status: 422, sentence: 'No sieve of the mailbox takes this message.' },
  'YS-MESSAGE-SCREENED': { status: 422, sentence: 'The mailbox does not accept this message.' },
  'YS-MESSAGE-LOOP': { status: 422, sentence: 'The message goes round in circles, so it is not taken in.' },
  'YS-MESSAGE-TWIN': {
    status: 422,
    sentence: 'The same message came before: {twin} has its Message-ID and says the same. Nothing is done twice.',
  },
  'YS-REVIEW-ALWAYS': { status: 422, sentence: 'The sieve asks for a person’s eye on every record.' },
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
  'YS-EDIT-NOTHING-FOUND': {
    status: 409,
    sentence: 'Nothing the sieve looks for was found in this message. Mark a value in it: that begins a layout, too.',
  },
  'YS-EDIT-NO-ROWS': {
    status: 422,
    sentence:
      'No two items of one shape were found in these lines. Select at least two whole items, one after the other.',
  },
  'YS-EDIT-NO-LABEL': {
    status: 422,
    sentence:
      'No words stand before, behind or above this value that would say where it is. Write a pattern or a cut for it.',
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
  'YS-CRM-SEVERAL': {
    status: 422,
    sentence: '{count} of {entity} there have “{key}” as {field}, so none was changed. Merge them there, then retry.',
  },
  'YS-CRM-DESCRIPTION': { status: 422, sentence: 'The CRM’s description cannot be used: {detail}.' },
  'YS-DESTINATION-COLUMN': {
    status: 422,
    sentence: '“{column}” cannot be a column name there. Use letters, digits and underscores, 64 at the most.',
  },

  'YS-DESTINATION-KEY': {
    status: 422,
    sentence: 'The table is keyed by “{column}”, and this line has no value there. Map it, or make its field required.',
  },

  // intake
  'YS-INTAKE-UNKNOWN-ADDRESS': { status: 404, sentence: 'No mailbox takes mail for this address.' },
  'YS-INTAKE-TOO-LARGE': { status: 413, sentence: 'The message is larger than the {limit} allowed here.' },
  'YS-INTAKE-EMPTY': { status: 422, sentence: 'There is no message in what was sent.' },
  'YS-DATABASE-DOWN': {
    status: 503,
    sentence: 'The database cannot be reached just now. Nothing was taken; try again shortly.',
  },

  // the service and its callers
  'YS-NOT-FOUND': { status: 404, sentence: 'There is no {what} “{name}”.' },
  'YS-REQUEST-INVALID': { status: 400, sentence: 'The request cannot be read: {detail}.' },
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

  // command line
  'YS-CLI-UNREACHABLE': { status: 503, sentence: 'No service answers at {url}. Start it, or set YELLOW_SIEVE_URL.' },
  'YS-CLI-NO-SERVICE': {
    status: 400,
    sentence:
      'No service is named. Set YELLOW_SIEVE_URL and YELLOW_SIEVE_TOKEN, or run this below a folder that has .yellow-sieve/client.json.',
  },
  'YS-CLI-CONFIRM': {
    status: 400,
    sentence: '{question} Nobody is here to answer. Look at what was said above, and say --yes.',
  },
  'YS-CLI-DECLINED': { status: 400, sentence: 'Declined: nothing was published or put through.' },
  'YS-SUGGEST-NOTHING': {
    status: 422,
    sentence:
      'Nothing in these messages looks like a labelled value, and they share no text around what differs. Mark the values yourself.',
  },
  'YS-DRIFT-RECOGNISED': {
    status: 422,
    sentence:
      '{count} of the last {of} messages have a layout that is known, and before it was {share} %. Look at one, and mark what is new.',
  },
  'YS-DRIFT-FILLED': {
    status: 422,
    sentence:
      '“{what}” was found in {count} of the last {of} messages, and before it was in {share} %. Look at one that lacks it.',
  },
  'YS-DRIFT-LEFTOVER': {
    status: 422,
    sentence: 'A new line “{what}:” stands in {count} of the last {of} messages, and no field takes it.',
  },
  'YS-CLI-KEPT': {
    status: 400,
    sentence: '{count} deliveries are kept back. Say what becomes of them: --kept release, or --kept drop.',
  },
  'YS-CLI-SAMPLE-TWICE': {
    status: 409,
    sentence:
      'The sieves {one} and {other} have different samples of the name {name}, which cannot stand in one folder. Get one of them alone: sieve get {other} --folder {other}.',
  },
  'YS-CLI-NO-FILES': {
    status: 404,
    sentence:
      'There is no sieve, mailbox or destination file in {folder}. They are called NAME.sieve.yaml, NAME.mailbox.yaml and NAME.destination.yaml.',
  },
  'YS-CLI-FOLDER': { status: 400, sentence: 'Where to is not said. Name a folder: --folder shown.' },
  'YS-CLI-JOB': { status: 409, sentence: 'The job {state} before it was done. {detail}' },
  'YS-CLI-COUNT': { status: 400, sentence: '{option} takes a number or “all”, not “{value}”.' },
  'YS-CLI-PAIR': { status: 400, sentence: '“{text}” is no FIELD=VALUE.' },
  'YS-CLI-WORD': { status: 400, sentence: '“{word}” is not known here; say {known}.' },
  'YS-CLI-SELECTION': {
    status: 400,
    sentence: 'No message is named. Give keys, one of --mailbox, --sieve, --state, --from and --to, or --all.',
  },
  'YS-CLI-WAITED': {
    status: 504,
    sentence: 'The message was taken, but was not done after {seconds} seconds. Look again with “messages {message}”.',
  },
} as const satisfies Record<string, { status: number; sentence: string }>;

/** A stable code out of the catalogue. */
export type Code = keyof typeof catalogue;

export type Params = Readonly<Record<string, string | number>>;
