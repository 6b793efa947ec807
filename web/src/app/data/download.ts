/** Hands a text to the browser as a file to keep. */
export function downloadText(name: string, content: string, type: string): void {
  downloadBlob(name, new Blob([content], { type: `${type};charset=utf-8` }));
}

export function downloadBlob(name: string, blob: Blob): void {
  const address = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

/** A file name from any title: letters, digits and dashes. */
export function fileName(title: string, ending: string): string {
  const stem = title
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase()
    .slice(0, 60);
  return `${stem || 'file'}.${ending}`;
}
