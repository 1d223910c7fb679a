import { openMailbox } from './mailbox.ts';

const portIn = (name: string, text: string | undefined, otherwise: number): number => {
  if (text === undefined || text === '') return otherwise;
  if (/^\d{1,5}$/.test(text) && Number(text) <= 65_535) return Number(text);
  process.stderr.write(`${name} must be a whole number from 0 to 65535; it is "${text.slice(0, 80)}".\n`);
  return process.exit(1);
};

const host = process.env.HOST || '127.0.0.1';
const [port, smtpPort] = [
  portIn('MAILBOX_PORT', process.env.MAILBOX_PORT, 4312),
  portIn('MAILBOX_SMTP_PORT', process.env.MAILBOX_SMTP_PORT, 4325),
];
try {
  const mailbox = await openMailbox({ host, port, smtpPort });
  process.stdout.write(`The stand-in mailbox is on ${mailbox.url} and takes e-mails on port ${mailbox.smtpPort}\n`);
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.on(signal, () => void mailbox.close().then(() => process.exit(0)));
} catch (error) {
  process.stderr.write(
    `The stand-in mailbox cannot listen: ${(error as Error).message}. Set MAILBOX_PORT and MAILBOX_SMTP_PORT to free ports.\n`,
  );
  process.exit(1);
}
