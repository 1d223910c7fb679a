import type { Received } from './mailbox.ts';

const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const safe = (text: string): string => text.replace(/[&<>"]/g, (sign) => SIGNS[sign] ?? sign);

const STYLE = `
body{margin:0;font:15px/1.45 system-ui,sans-serif;color:#2a2420;background:#faf6ef;display:grid;grid-template-columns:22rem 1fr;height:100vh}
nav{overflow:auto;border-right:1px solid #d8cdbd}nav h1{font-size:17px;margin:0;padding:12px 16px}
a{color:inherit;text-decoration:none;display:block;padding:10px 16px;border-top:1px solid #e6dccb}a:hover,a[aria-current]{background:#f0e6d6}
a small,main small{color:#6b6058;display:block;font-size:13px}main{padding:16px 24px;overflow:auto}h2{margin:0 0 4px;font-size:19px}
iframe{border:1px solid #d8cdbd;background:#fff;width:100%;height:calc(100vh - 170px);margin-top:12px}
main a{display:inline-block;border:1px solid #d8cdbd;border-radius:6px;padding:4px 10px;margin:8px 8px 0 0;background:#fff}
p{padding:0 16px;color:#6b6058}`;

const subject = ({ mail }: Received): string => safe(mail.subject ?? 'without a subject');
const time = ({ mail }: Received): string => (mail.date ? mail.date.toISOString().replace('T', ' ').slice(0, 16) : '');

function letter(shown: Received): string {
  const { mail, to, id } = shown;
  const files = mail.attachments.map((file, at) => `<a href="/${id}/files/${at}" download>${safe(file.filename ?? 'file')}</a>`).join('');
  const html = typeof mail.html === 'string' ? mail.html : `<pre>${safe(mail.text ?? '')}</pre>`;
  return `<h2>${subject(shown)}</h2><small>from ${safe(mail.from?.text ?? '')}</small><small>to ${safe(to.join(', '))}, ${time(shown)} UTC</small>${files}<a href="/${id}/returned.eml" download>The message, had it come back</a>
<iframe title="The e-mail" sandbox srcdoc="${safe(html)}"></iframe>`;
}

/** All e-mails with one of them shown. */
export function page(received: readonly Received[], shown: Received | null): string {
  const list = received
    .map(
      (one) =>
        `<a href="/${one.id}"${one === shown ? ' aria-current="page"' : ''}>${subject(one)}<small>${safe(one.to.join(', '))}, ${time(one)}</small></a>`,
    )
    .join('');
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Stand-in mailbox</title><style>${STYLE}</style></head><body>
<nav aria-label="E-mails"><h1>Stand-in mailbox</h1>${list || '<p>Nothing has come yet.</p>'}</nav>
<main>${shown ? letter(shown) : '<p>Whatever the shop sends ends here and goes nowhere else.</p>'}</main></body></html>`;
}
