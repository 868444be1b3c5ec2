import pdfmake from 'pdfmake';
import { typefaceFiles } from './typefaces';

// Nothing is fetched, and of this machine's files nothing is read but the faces.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path) => Object.values<string>(typefaceFiles).includes(path));
pdfmake.setFonts({ 'IBM Plex Sans': { ...typefaceFiles } });

/** The maker of PDF files, with the face of figures and reports. */
export { pdfmake };
export const PDF_FONT = 'IBM Plex Sans';
export const pointsOf = (millimetres: number): number => (millimetres / 25.4) * 72;
