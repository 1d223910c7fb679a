import { convert } from 'html-to-text';
import { createTransport, type Transporter } from 'nodemailer';
import type { MailSetUp } from './mailStore.ts';

/** An e-mail as it is handed to a server. */
export interface Letter {
  readonly to: { readonly name: string; readonly address: string };
  readonly subject: string;
  readonly html: string;
  readonly language: string;
  /** The same one again has the same (RFC 5322, 3.6.4). */
  readonly messageId: string;
  readonly attached?: { readonly name: string; readonly text: string } | undefined;
}

export type Sent = { readonly ok: true; readonly said: string } | { readonly ok: false; readonly said: string; readonly forGood: boolean };

/** What takes letters to their receivers. */
export interface Mailer {
  send(letter: Letter): Promise<Sent>;
  close(): void;
}

const SECONDS = 1000;
/** RFC 5321, 4.2.1: replies of 5yz are for good, those of 4yz are not. */
const FOR_GOOD = 500;

const pageOf = (html: string, language: string) =>
  `<!doctype html><html lang="${language}"><head><meta charset="utf-8"></head><body style="font-family:sans-serif;font-size:15px">${html}</body></html>`;

/** What went wrong, in the server's words or in ours. */
function refusal(error: unknown, host: string): Sent {
  const { responseCode, response, code, message } = error as { responseCode?: number; response?: string; code?: string; message?: string };
  if (responseCode !== undefined && response !== undefined) {
    const wrongPassword = code === 'EAUTH';
    const said = wrongPassword ? `${host} does not take this user and password: ${response}` : response;
    // Somebody mends a password; the e-mail is not to blame.
    return { ok: false, said, forGood: responseCode >= FOR_GOOD && !wrongPassword };
  }
  return { ok: false, said: `${host} cannot be reached: ${message ?? code ?? 'no answer'}`, forGood: false };
}

/** Sends by a mail server (SMTP, RFC 5321), as text and as HTML (RFC 2046, 5.1.4). */
export function smtpMailer({ settings: { server, from }, password }: MailSetUp): Mailer | null {
  if (!server || !from) return null;
  const transport: Transporter = createTransport({
    host: server.host,
    port: server.port,
    secure: server.secure === 'tls',
    requireTLS: server.secure === 'starttls',
    ignoreTLS: server.secure === 'none',
    ...(server.user !== '' && { auth: { user: server.user, pass: password ?? '' } }),
    connectionTimeout: 10 * SECONDS,
    greetingTimeout: 10 * SECONDS,
    socketTimeout: 30 * SECONDS,
    // Nothing is read from files or fetched for an e-mail.
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  return {
    send: async ({ to, subject, html, language, messageId, attached }) => {
      try {
        const { response } = (await transport.sendMail({
          from: { name: from.name, address: from.mail },
          to: { name: to.name, address: to.address },
          subject,
          html: pageOf(html, language),
          text: convert(html, { wordwrap: 72 }),
          messageId: `<${messageId}>`,
          headers: { 'Content-Language': language, 'Auto-Submitted': 'auto-generated' },
          ...(attached && {
            attachments: [{ filename: attached.name, content: attached.text, contentType: 'text/csv; charset=utf-8' }],
          }),
        })) as { response: string };
        return { ok: true, said: response };
      } catch (error) {
        return refusal(error, server.host);
      }
    },
    close: () => transport.close(),
  };
}
