import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import express from 'express';
import { type ParsedMail, simpleParser } from 'mailparser';
import { SMTPServer } from 'smtp-server';
import { page } from './page.ts';
import { returned } from './returned.ts';

/** An e-mail that came. */
export interface Received {
  readonly id: number;
  /** Who it was addressed to on the way (RFC 5321). */
  readonly to: readonly string[];
  readonly mail: ParsedMail;
}

export interface Mailbox {
  readonly received: readonly Received[];
  /** Where it takes e-mails. */
  readonly smtpPort: number;
  /** Where they can be read. */
  readonly url: string;
  close(): Promise<void>;
}

const MOST = 500;

class Refusal extends Error {
  readonly responseCode: number;
  constructor(responseCode: number, message: string) {
    super(message);
    this.responseCode = responseCode;
  }
}

/** What is refused, to see what happens then: `nobody@` for good (RFC 5321, 4.2.3: 550), `full@` for now (452), `later@` the first time (451). */
function refusalOf(address: string, known: Set<string>): Refusal | null {
  const [name = ''] = address.toLowerCase().split('@');
  if (name === 'nobody') return new Refusal(550, 'There is nobody of that name here');
  if (name === 'full') return new Refusal(452, 'This mailbox is full');
  if (name !== 'later' || known.has(address)) return null;
  known.add(address);
  return new Refusal(451, 'Try again in a moment');
}

/**
 * A mailbox that stands in for everybody's: whatever is sent to it can be read there, and goes nowhere else.
 * @param port for reading; 0 for any that is free
 * @param smtpPort for sending; 0 for any that is free
 */
export async function openMailbox({ host = '127.0.0.1', port = 0, smtpPort = 0 } = {}): Promise<Mailbox> {
  const received: Received[] = [];
  const known = new Set<string>();
  let last = 0;
  const smtp = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    disableReverseLookup: true,
    allowInsecureAuth: true,
    logger: false,
    onAuth: ({ password, username }, _session, done) =>
      password === 'wrong' ? done(new Refusal(535, 'This is not the password')) : done(null, { user: username ?? '' }),
    onRcptTo: ({ address }, _session, done) => done(refusalOf(address, known)),
    onData: (stream, session, done) => {
      simpleParser(stream).then((mail) => {
        last += 1;
        received.unshift({ id: last, to: session.envelope.rcptTo.map(({ address }) => address), mail });
        received.splice(MOST);
        done(null, `Kept as ${last}`);
      }, done);
    },
  });
  const app = express();
  app.disable('x-powered-by');
  app.get('/', (_req, res) => void res.type('html').send(page(received, null)));
  app.get('/:id', (req, res) => {
    const found = received.find(({ id }) => String(id) === req.params.id);
    res
      .status(found ? 200 : 404)
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; frame-src 'self'")
      .type('html')
      .send(page(received, found ?? null));
  });
  app.get('/:id/returned.eml', (req, res) => {
    const found = received.find(({ id }) => String(id) === req.params.id);
    if (!found) return void res.status(404).type('text').send('There is no such e-mail.\n');
    res.attachment('returned.eml').type('message/rfc822').send(returned(found));
  });
  app.get('/:id/files/:at', (req, res) => {
    const file = received.find(({ id }) => String(id) === req.params.id)?.mail.attachments[Number(req.params.at)];
    if (!file) return void res.status(404).type('text').send('There is no such file.\n');
    res
      .attachment(file.filename ?? 'file')
      .type(file.contentType)
      .send(file.content);
  });
  const web = createServer(app);
  const listening = (server: { once(event: 'error', act: (error: Error) => void): unknown }, listen: (done: () => void) => unknown) =>
    new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      listen(resolve);
    });
  await listening(smtp, (done) => smtp.listen(smtpPort, host, done));
  await listening(web, (done) => web.listen(port, host, done));
  const portOf = (server: { address(): unknown }) => (server.address() as AddressInfo).port;
  return {
    received,
    smtpPort: portOf(smtp.server),
    url: `http://${host}:${portOf(web)}`,
    close: async () => {
      await new Promise<void>((resolve) => smtp.close(resolve));
      web.closeAllConnections();
      await new Promise<void>((resolve) => web.close(() => resolve()));
    },
  };
}
