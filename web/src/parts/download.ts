/** Hands a file to the person. */
export function download(name: string, content: Blob | string): void {
  const blob =
    typeof content === 'string' ? new Blob(['\ufeff', content], { type: 'text/csv;charset=utf-8' }) : content;
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** A name that every file system takes: `Head against flow` becomes `head-against-flow`. */
export const fileName = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '') || 'undameter';
