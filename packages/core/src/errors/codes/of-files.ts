import type { Trouble } from './trouble.js';

/** Troubles of sieve and mailbox files, and of values. */
export const ofFiles = {
  // the sieve file
  'YS-FILE-TOO-LONG': {
    status: 422,
    sentence: 'The file is longer than {limit} KB. Divide it, or take out what is not needed.',
  },
  'YS-FILE-TOO-MANY': {
    status: 422,
    sentence:
      'The file has more than {limit} keys and items, or too many marks and comments between them. Divide it into several.',
  },
  'YS-FILE-TOO-DEEP': {
    status: 422,
    sentence: 'Keys and items lie in each other more than {limit} deep here. Make it flatter.',
  },
  'YS-FILE-TOO-COSTLY': {
    status: 422,
    sentence: 'Compiling this file takes too long, so it is not taken. Make it shorter, or divide it into several.',
  },
  'YS-FILE-SYNTAX': { status: 422, sentence: 'This is not readable as YAML: {detail}. Mend the line and try again.' },
  'YS-FILE-UNKNOWN-KEY': {
    status: 422,
    sentence: 'The key “{key}” is not known here{nearest}. Remove it or correct its name.',
  },
  'YS-FILE-MISSING-KEY': { status: 422, sentence: 'The key “{key}” is missing here. Add it.' },
  'YS-FILE-WRONG-VALUE': { status: 422, sentence: '“{key}” does not fit here: {detail}.' },
  'YS-FILE-KEY': {
    status: 422,
    sentence: '“{key}” cannot be a key: every object has something of that name. Choose another.',
  },
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
    sentence:
      'A field cannot be called “{field}”: in conditions and texts that is something else. Call it “{field}_text”, or choose another name.',
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
  'YS-TEXT-FILTER': { status: 422, sentence: '“{filter}” is no filter of texts{nearest}.' },
  'YS-TEXT-FORMAT': {
    status: 422,
    sentence:
      '“{letters}” stands for nothing in a format of days{instead} Words of the format’s own stand in single quotes.',
  },
  'YS-TEXT-SYNTAX': { status: 422, sentence: 'The text cannot be read: {detail}. Check its tokens.' },
  'YS-TEXT-NAME': { status: 422, sentence: 'The text uses “{name}”, which is not known{nearest}.' },
  'YS-TABLE-NO-COLUMN': {
    status: 422,
    sentence: 'The table rule names no column, so it fills nothing. Write a column of the rows, and the words over it.',
  },
  'YS-PATTERN-SYNTAX': {
    status: 422,
    sentence: 'The pattern cannot be read at character {at}, near “{near}”: {detail}.',
  },
  'YS-PATTERN-ALL-ONE': {
    status: 422,
    sentence:
      '“{field}” holds one value, and `take: all` gives it several. Make it `many: true`, or take first, last, only or a number.',
  },
  'YS-PART-EXAMPLE': {
    status: 422,
    sentence: 'The part “~{part}~” {fault} its example “{example}”. Change one of the two.',
  },
  'YS-PATTERN-NO-GROUP': {
    status: 422,
    sentence: 'The pattern has no named group, so it fills nothing. Name one after a field: (?<field>…).',
  },
  'YS-PART-NAME': {
    status: 422,
    sentence: '“~{part}~” is a ready-made part. Give the part of this sieve another name.',
  },
  'YS-PATTERN-LONG': {
    status: 422,
    sentence: 'With its parts written out the pattern is longer than {limit} characters. Divide it.',
  },
  'YS-PROMPT-ASKS-NOTHING': {
    status: 422,
    sentence:
      'This rule asks nothing. Write instructions in “ask”, give its fields a “question”, or add worked examples.',
  },
  'YS-PROMPT-EXAMPLE-VALUE': {
    status: 422,
    sentence: 'The worked example gives “{field}” a value that its type does not take.',
  },
  'YS-PATTERN-PART': { status: 422, sentence: '“~{part}~” is no ready-made part of a pattern{nearest}.' },
  'YS-LOOKUP-NOTHING': {
    status: 422,
    sentence: 'A lookup has `where` with what it looks for, and `fills` with what it takes.',
  },
  'YS-LOOKUP-ROWS': {
    status: 422,
    sentence:
      '“{field}” does not go with the others: a lookup fills fields of the record, or columns of its rows, each by values of its own.',
  },
  'YS-CUT-FILLS': {
    status: 422,
    sentence: 'A cut has either `fills` with a field, or `columns` with the steps of each column.',
  },
  'YS-TEMPLATE-NO-SLOT': {
    status: 422,
    sentence:
      'The layout “{layout}” has no slot, so it fills nothing. Put a field’s name in double square brackets where its value stands.',
  },
  'YS-TEMPLATE-SLOT': {
    status: 422,
    sentence:
      'The slot “{slot}” in the layout “{layout}” cannot be read. Write [[field]], or [[field...]] for a text that runs on.',
  },
  'YS-TEMPLATE-TOUCHING-SLOTS': {
    status: 422,
    sentence:
      'The slots “{slot}” and “{next}” touch in the layout “{layout}”, so nobody can say where one ends. Put the text that stands between them, or give one of them a type.',
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
  'YS-TEXT-FAILED': {
    status: 422,
    sentence: 'The text cannot be made of these values: {detail}. Change the text, or what it is made of.',
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
  'YS-VALUE-DATETIME-TWO': {
    status: 422,
    sentence: 'A time of day stands before the day and another behind it: which is meant is not said.',
  },
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
  'YS-ROUTE-ROWS': {
    status: 422,
    sentence:
      '“rows” goes with a line for the record (without “each”), and where the sieve has rows. Leave it out, or “each”.',
  },
  'YS-EXPORT-PERIOD': { status: 422, sentence: '“{period}” is no period. There are: {known}.' },
  'YS-EXPORT-ZONE': { status: 422, sentence: '“{zone}” is no time zone. Name one such as Europe/Lisbon.' },
  'YS-EXPORT-ON': {
    status: 422,
    sentence: '“{on}” is no day of a {every}. A week has monday to sunday, a month 1 to 28, and every day needs none.',
  },
} as const satisfies Record<string, Trouble>;
