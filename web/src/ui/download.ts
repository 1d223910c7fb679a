/** Hands a text to the browser as a file. */
export function download(name: string, text: string, type = 'text/csv'): void {
  // The mark at the front tells spreadsheets that the text is UTF-8.
  const url = URL.createObjectURL(new Blob([type === 'text/csv' ? '\uFEFF' : '', text], { type: `${type};charset=utf-8` }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
