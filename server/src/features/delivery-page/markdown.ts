import markdownIt from 'markdown-it';
import sanitize from 'sanitize-html';

const markdown = markdownIt({ html: false, linkify: true, typographer: false });

/** What the owner wrote as Markdown, as HTML that holds nothing but text, lists and links. */
export const policyHtml = (text: string): string =>
  sanitize(markdown.render(text), {
    allowedTags: ['p', 'ul', 'ol', 'li', 'strong', 'em', 'a', 'br', 'h3', 'h4', 'blockquote'],
    allowedAttributes: { a: ['href', 'rel'] },
    allowedSchemes: ['https', 'http', 'mailto'],
    // The page has headings of its own above these.
    transformTags: { h1: 'h3', h2: 'h3', a: sanitize.simpleTransform('a', { rel: 'nofollow noopener' }) },
  });

/** The same as lines of plain text, for paper: list items with a dash. */
export function policyLines(text: string): string[] {
  const plain = sanitize(markdown.render(text).replaceAll('<li>', '<li>– '), { allowedTags: [], allowedAttributes: {} });
  return plain
    .replaceAll('&amp;', '&')
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replaceAll('&quot;', '"')
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '');
}
