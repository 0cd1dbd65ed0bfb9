import { numbersIn, orderNumberIn, readMail, saidIn } from './read-mail';

const mail = (lines: readonly string[]): string => lines.join('\r\n');

describe('a mail as it is passed on', () => {
  it('is read as RFC 5322 shows one (appendix A.1.1)', async () => {
    const read = await readMail(
      mail([
        'From: John Doe <jdoe@machine.example>',
        'To: Mary Smith <mary@example.net>',
        'Subject: Saying Hello',
        'Date: Fri, 21 Nov 1997 09:55:06 -0600',
        'Message-ID: <1234@local.machine.example>',
        '',
        'This is a message just to say hello.',
        'So, "Hello".',
      ]),
    );
    expect(read).toEqual({
      from: 'jdoe@machine.example',
      name: 'John Doe',
      subject: 'Saying Hello',
      text: 'This is a message just to say hello.\nSo, "Hello".',
      attachments: [],
      isAutomatic: false,
    });
  });

  it('is read with names in any script (RFC 2047, section 8) and quoted-printable text (RFC 2045)', async () => {
    const read = await readMail(
      mail([
        'From: =?ISO-8859-1?Q?Patrik_F=E4ltstr=F6m?= <paf@nada.example>',
        'Subject: =?ISO-8859-1?B?SWYgeW91IGNhbiByZWFkIHRoaXMgeW8=?= =?ISO-8859-2?B?dSB1bmRlcnN0YW5kIHRoZSBleGFtcGxlLg==?=',
        'Content-Type: text/plain; charset=utf-8',
        'Content-Transfer-Encoding: quoted-printable',
        '',
        'The pump l=C3=A4rmt=20=',
        'again.',
      ]),
    );
    expect(read.name).toBe('Patrik Fältström');
    expect(read.subject).toBe('If you can read this you understand the example.');
    expect(read.text).toBe('The pump lärmt again.');
  });

  it('is what somebody wrote themselves: no quoted lines, no signature (RFC 3676)', async () => {
    const read = await readMail(
      mail([
        'From: a@b.example',
        'Subject: Re: W-12',
        '',
        'Still broken.',
        '> We were there.',
        '',
        '-- ',
        'Me',
      ]),
    );
    expect(read.text).toBe('Still broken.');
  });

  it('is read from a page where there is no text, and says what was with it', async () => {
    const read = await readMail(
      mail([
        'From: a@b.example',
        'MIME-Version: 1.0',
        'Content-Type: multipart/mixed; boundary=x',
        '',
        '--x',
        'Content-Type: text/html; charset=utf-8',
        '',
        '<style>p { color: red }</style><p>No&nbsp;light &amp; no heat</p><p>since noon</p>',
        '--x',
        'Content-Type: image/png; name="meter.png"',
        'Content-Disposition: attachment; filename="meter.png"',
        'Content-Transfer-Encoding: base64',
        '',
        'AAAA',
        '--x--',
      ]),
    );
    expect(saidIn(read)).toBe('No light & no heat\nsince noon\n\nWith it: meter.png.');
  });

  it('is known as an answer of a program (RFC 3834)', async () => {
    const read = await readMail(
      mail(['From: a@b.example', 'Subject: Away', 'Auto-Submitted: auto-replied', '', 'Back soon']),
    );
    expect(read.isAutomatic).toBe(true);
  });

  it.each([
    [['Subject: Nobody', '', 'text'], /who sent it/],
    [['From: a@b.example', '', ''], /says nothing/],
  ])('is refused where it says too little: %j', async (lines, why) => {
    await expect(readMail(mail(lines))).rejects.toThrow(why);
  });

  it('holds no sign that a database does not keep', async () => {
    const read = await readMail(
      mail([
        'From: a@b.example',
        'Content-Transfer-Encoding: base64',
        'Content-Type: text/plain',
        '',
        Buffer.from('a\u0000b').toString('base64'),
      ]),
    );
    expect(read.text).not.toContain('\u0000');
  });
});

describe('what a mail speaks of', () => {
  it.each([
    ['Re: W-2291, again', 2291],
    ['w-7', 7],
    ['SW-12', null],
    ['W-99999999999999', null],
    ['nothing', null],
  ])('finds the work order in %j', (text, number) => expect(orderNumberIn(text)).toBe(number));

  it('finds words that could be serial numbers, each once', () => {
    expect(numbersIn('Pump QX-4410/b, QX-4410/b. Since 08:30 no flow')).toEqual(['qx-4410/b']);
  });

  it('is cut to what a request holds', () => {
    const said = saidIn({
      from: '',
      name: '',
      subject: 's',
      text: 'x'.repeat(3000),
      attachments: [],
      isAutomatic: false,
    });
    expect(said.length).toBeLessThanOrEqual(2000);
    expect(said.endsWith(' …')).toBe(true);
  });
});
