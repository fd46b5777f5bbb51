const encodedSubject = (subject) =>
  /^[\x20-\x7e]*$/.test(subject) ? subject : `=?utf-8?B?${Buffer.from(subject).toString('base64')}?=`;

/** The raw message of a case: its text, as plain text, flowed, or HTML. */
export function rawMessage({ subject, text, html, flowed, reply }) {
  const type = html ? 'text/html' : 'text/plain';
  const lines = [
    'From: "Booking forms" <forms@gannetbay.example>',
    'To: office@gannetbay.example',
    `Subject: ${encodedSubject(subject)}`,
    'Date: Fri, 14 May 2027 09:12:00 +0100',
    'Message-ID: <case@gannetbay.example>',
    ...(reply ? ['In-Reply-To: <earlier@gannetbay.example>'] : []),
    'MIME-Version: 1.0',
    `Content-Type: ${type}; charset=utf-8${flowed ? '; format=flowed' : ''}`,
    'Content-Transfer-Encoding: 8bit',
    '',
    html ?? text,
  ];
  return Buffer.from(lines.join('\r\n').replace(/\r?\n/g, '\r\n'));
}
