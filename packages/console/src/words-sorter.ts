/** Words of a mailbox’s sorter. */
export const sorterWords = {
  title: '{mailbox}: sorter',
  open: 'Sorter',
  inUse: 'sorter {number} in use, from {labels} labels',
  notInUse: 'none in use yet',
  others: 'there are other labels now',
  messages: 'Messages',

  crossTitle: 'What it would say of mail it did not learn from',
  crossHelp:
    'Each labelled message judged by a sorter that has not seen it: {right} of {labelled} right, {unsorted} unsorted, {wrong} surely wrong.',
  crossNone:
    'Two categories need a labelled message each before anything can be learned. Six of each are a good beginning.',
  labelledAs: 'labelled as',
  unsorted: 'unsorted',
  cell: '{count} labelled {labelled}, judged {judged}',

  category: 'Category',
  goes: 'What it is',
  owner: 'for {owner}',
  byCondition: 'by condition',
  labels: 'Labelled',
  month: '30 days',

  cellTitle: 'Labelled {labelled}, judged {judged}',
  unlabelledTitle: 'Not labelled yet, least sure first',
  unlabelledNone: 'Every message has its label.',
  keys: 'give a label: keys 1 to {last}, none 0; up and down move',
  keysNone: 'none of these',
  sure: 'sure to {percent} %',
  for: 'for it: {words}',
  against: 'against it: {words}',
  give: 'Label “{subject}” as {category}',
  more: 'another label …',
  labelled: '“{subject}” is labelled {category}.',

  sortedAs: 'Category',
  byPerson: 'said by {by}',
  bySorter: 'sure to {percent} %',
  isLabel: 'It is',
  isLabelHelp: 'Labels it, and puts it through again, so that it goes where it belongs.',

  use: 'Use this sorter …',
  useTitle: 'Use this sorter',
  useHelp:
    'Of {looked} stored messages {count} would change their category, {left} of them have left already. Stored messages stay as they are until they are put through again.',
  useAsks: 'A model would be asked about {count} of them.',
  byModel: 'a model chose, by the descriptions',
  useAgain: 'put those through again, so that they go where they belong',
  useSubmit: 'Use it',
  was: 'Was',
  will: 'Will be',
  subject: 'Subject',
  left: 'left already',
  used: 'Sorter {number} is in use.',
};
