/** What comes from another program, with what a report cannot hold left out: pictures, comments, their styles. */
export function withoutPictures(html: string): { html: string; pictures: number } {
  const page = new DOMParser().parseFromString(html, 'text/html');
  const pictures = page.querySelectorAll('img, svg, picture, object, embed, video, canvas');
  for (const picture of pictures) picture.remove();
  for (const other of page.querySelectorAll('style, script, meta, link, title, xml')) other.remove();
  return { html: page.body.innerHTML, pictures: pictures.length };
}

export const picturesLeftOut = (pictures: number): string =>
  `${pictures === 1 ? 'A picture' : `${pictures} pictures`} of what was pasted ${pictures === 1 ? 'was' : 'were'} left out. Keep a chart as a figure and put that in: it follows its data.`;
