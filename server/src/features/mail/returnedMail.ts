import { simpleParser } from 'mailparser';
import { HttpProblem } from '../../http/problems.ts';

/** What a message that came back tells. */
export interface Returned {
  /** Of the e-mail it is about, without its brackets (RFC 5322, 3.6.4). */
  readonly messageId: string;
  readonly detail: string;
}

const ORIGINAL = new Set(['message/rfc822', 'text/rfc822-headers', 'message/global', 'message/global-headers']);
const MOST_DETAIL = 300;

const refused = (detail: string) => new HttpProblem('mail-refused', detail, { errors: [{ pointer: '/message', detail }] });

/** Blocks of fields, unfolded, by their names in small letters (RFC 3464, 2.1; RFC 5322, 2.2.3). */
function blocksOf(text: string): ReadonlyMap<string, string>[] {
  return text
    .replaceAll(/\r?\n/g, '\n')
    .split(/\n{2,}/)
    .map((block) => {
      const fields = block.replaceAll(/\n[ \t]+/g, ' ').split('\n');
      return new Map(
        fields.flatMap((field): [string, string][] => {
          const at = field.indexOf(':');
          return at <= 0 ? [] : [[field.slice(0, at).trim().toLowerCase(), field.slice(at + 1).trim()]];
        }),
      );
    });
}

/** What stands behind the kind of a field: `smtp; 550 nobody` is `550 nobody`. */
const saidIn = (field: string | undefined): string => (field ?? '').replace(/^[^;]*;\s*/, '').trim();

/**
 * Reads a report of mail delivery.
 * @param message as it arrived (RFC 5322)
 * @throws HttpProblem `mail-refused` where it is none (RFC 3464), reports no failure, or names no e-mail
 */
export async function readReturned(message: string): Promise<Returned> {
  const { attachments } = await simpleParser(message, { keepDeliveryStatus: true });
  const report = attachments.find(({ contentType }) => contentType === 'message/delivery-status');
  if (!report) throw refused('This is no report of mail delivery. Choose the message your mail server sent you, whole.');
  const failed = blocksOf(String(report.content)).find((fields) => fields.get('action')?.toLowerCase() === 'failed');
  if (!failed) throw refused('This message reports no failure: the e-mail may still arrive.');
  const original = attachments.find(({ contentType }) => ORIGINAL.has(contentType));
  const messageId = blocksOf(String(original?.content ?? ''))[0]
    ?.get('message-id')
    ?.match(/<([^<>\s]+)>/)?.[1];
  if (messageId === undefined) throw refused('This message does not say which e-mail came back.');
  const said = saidIn(failed.get('diagnostic-code')) || `status ${failed.get('status') ?? 'unknown'}`;
  return { messageId, detail: `Came back: ${said}`.slice(0, MOST_DETAIL) };
}
