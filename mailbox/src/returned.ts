import { createHash } from 'node:crypto';
import type { Received } from './mailbox.ts';

/** The message a server sends back when an e-mail it has taken turns out not to arrive (RFC 3464, RFC 6522). */
export function returned({ id, to, mail }: Received): string {
  const between = createHash('sha256').update(String(id)).digest('hex').slice(0, 24);
  const lines = [
    `Date: ${new Date().toUTCString().replace('GMT', '+0000')}`,
    'From: Mail server <mailer-daemon@mailbox.example>',
    `To: ${mail.from?.text ?? ''}`,
    'Subject: An e-mail could not be delivered',
    'MIME-Version: 1.0',
    `Content-Type: multipart/report; report-type=delivery-status; boundary="${between}"`,
    '',
    `--${between}`,
    'Content-Type: text/plain; charset=utf-8',
    '',
    'This e-mail was taken, and could not be delivered after all.',
    '',
    `--${between}`,
    'Content-Type: message/delivery-status',
    '',
    'Reporting-MTA: dns; mailbox.example',
    '',
    `Final-Recipient: rfc822; ${to[0] ?? ''}`,
    'Action: failed',
    'Status: 5.1.1',
    'Diagnostic-Code: smtp; 550 5.1.1 There is nobody of that name here any more',
    '',
    `--${between}`,
    'Content-Type: text/rfc822-headers',
    '',
    `Message-ID: ${mail.messageId ?? ''}`,
    '',
    `--${between}--`,
    '',
  ];
  return lines.join('\r\n');
}
