/** Hands a file to the browser, to be kept where the owner keeps files. */
export function downloadBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The same for a text. */
export function download(name: string, text: string, type = 'text/csv'): void {
  // The mark at the front tells spreadsheets that the text is UTF-8.
  downloadBlob(name, new Blob([type === 'text/csv' ? '\uFEFF' : '', text], { type: `${type};charset=utf-8` }));
}
