const bytes = (text) => Buffer.from(text);

/**
 * Three mailboxes with a sieve each: `quiet`, whose mail is that of others, `loud`, which is sent what is hostile, and `stuck`, whose
 * records go to a destination that never answers.
 */
export async function setUpSiege(client, holePort) {
  const url = `http://127.0.0.1:${holePort}/`;
  await client.connections.put({ params: { name: 'hole' }, body: { kind: 'chat', url } });
  for (const text of ['destination: book\nkind: sheet\n', 'destination: hole\nkind: chat\nconnection: hole\n'])
    await client.destinations.put({ params: { name: text.slice(13, 17) }, body: bytes(text) });
  for (const [name, to] of Object.entries({ quiet: 'book', loud: 'book', stuck: 'hole' })) {
    const sieve = `sieve: ${name}\nlocale: en-GB\nfields: { vessel: { type: text, required: true } }\nrules:\n  - { kind: template, layouts: [{ name: form, text: "Vessel: [[vessel]]" }] }\nroutes: [{ to: ${to}, with: { text: "{{ vessel }}" } }]\n`;
    await client.sieves.put({ params: { name }, body: bytes(sieve), query: { live: 'true' } });
    const mailbox = `mailbox: ${name}\naddresses: [${name}@gannetbay.example]\nsieves: [${name}.sieve.yaml]\n`;
    await client.mailboxes.put({ params: { name }, body: bytes(mailbox) });
  }
}

/** A message that the three take. */
export const form = (subject) =>
  `From: form@gannetbay.example\r\nSubject: ${subject}\r\n\r\nVessel: Tern of ${subject}\r\n`;
