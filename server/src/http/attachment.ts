/** Nothing but ASCII may stand in a header, so the file gets a plain name there. */
export function attachment(title: string, extension: string): string {
  return `attachment; filename="${plainName(title)}.${extension}"`;
}

/** A name that every system takes for a file. */
export const plainName = (title: string): string =>
  title.replace(/[^A-Za-z0-9]+/g, '-').replace(/^-|-$/g, '') || 'file';
