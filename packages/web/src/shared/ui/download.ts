/** Hands a text to the browser as a file to keep. */
export function download(name: string, text: string, type: string): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  URL.revokeObjectURL(url);
}

/** A file name from words: letters, digits and dashes. */
export function fileName(words: string, ending: string): string {
  const plain = words
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${plain.slice(0, 60) || 'ripe-pick'}.${ending}`;
}
