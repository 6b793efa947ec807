import { FACES } from '../workers/paper/svg';

const [TEXT, MONO, NARROW] = [
  `'${FACES.text}', '${FACES.signs}', 'Signs Greek', 'Signs', Verdana, sans-serif`,
  `'${FACES.mono}', '${FACES.signs}', 'Signs Greek', 'Signs', monospace`,
  `'${FACES.narrow}', '${FACES.signs}', 'Signs Greek', 'Signs', 'Arial Narrow', sans-serif`,
];

/** How a passport looks, as a page of the application and as a file of its own: paper, day and night. */
export const PASSPORT_STYLE = `
main { font: 15px/1.4 ${TEXT}; color: #20252b; background: #fff; max-width: 900px; margin: 0 auto; padding: 28px 34px; box-sizing: border-box; overflow-wrap: break-word; }
main *, main *::before { box-sizing: border-box; }
h1, h2, h3 { font-family: ${NARROW}; font-weight: 600; line-height: 1.15; margin: 0; }
h1 { font-size: 32px; overflow-wrap: anywhere; }
h2 { font-size: 22px; color: #1d4f91; margin: 26px 0 8px; border-top: 2px solid #1d4f91; padding-top: 8px; }
h3 { font-size: 16px; margin: 16px 0 4px; }
p { margin: 0 0 6px; overflow-wrap: anywhere; }
header { display: flex; justify-content: space-between; gap: 20px; align-items: flex-start; }
header .code { flex: none; }
.kind, .quiet, figcaption { color: #565c64; }
.kind { font: 600 13px ${NARROW}; letter-spacing: 0.06em; text-transform: uppercase; }
.state { font-weight: 600; }
.signed, .good { color: #2b6a3c; }
.open, .caution { color: #924a00; }
.stop { color: #a02a22; }
.caution { font-weight: 600; }
.lead { font-size: 17px; }
nav ol { columns: 3; padding-left: 22px; margin: 10px 0 0; }
nav a { color: #1d4f91; }
.wide { overflow-x: auto; margin: 4px 0 12px; }
table { border-collapse: collapse; width: 100%; font-size: 14px; }
th, td { text-align: left; vertical-align: top; padding: 3px 10px 3px 0; border-bottom: 1px solid #cfc8b8; overflow-wrap: anywhere; }
th { font-weight: 400; }
thead th { font: 600 13px ${NARROW}; color: #565c64; border-bottom: 2px solid #cfc8b8; white-space: nowrap; }
.number { text-align: right; font-family: ${MONO}; font-variant-numeric: tabular-nums; }
td.number { white-space: nowrap; }
td.good, td.caution, td.stop { font-weight: 600; white-space: nowrap; }
.guess { color: #565c64; text-decoration: underline dashed; text-underline-offset: 3px; }
.guess::after { content: ' ?'; }
h4 { font: 600 14px ${NARROW}; color: #565c64; margin: 10px 0 2px; }
dl { columns: 2; column-gap: 28px; margin: 0 0 10px; font-size: 14px; border-top: 2px solid #cfc8b8; }
dl div { display: flex; justify-content: space-between; gap: 10px; padding: 2px 0; border-bottom: 1px solid #cfc8b8; break-inside: avoid; }
dt { min-width: 0; }
dd { margin: 0; white-space: nowrap; }
figure { margin: 8px 0 14px; }
figure svg { max-width: 100%; height: auto; display: block; }
figcaption { font-size: 13px; }
.photos { display: flex; flex-wrap: wrap; gap: 12px; }
.photos figure { width: min(100%, 400px); margin: 0; }
.photos img { max-width: 100%; height: auto; max-height: 360px; width: auto; display: block; }
@media (max-width: 700px) { main { padding: 14px; } nav ol, dl { columns: 1; } }
@page { margin: 16mm 14mm; }
@media print {
  main { max-width: none; padding: 0; font-size: 10pt; }
  table, dl { font-size: 9pt; }
  nav { display: none; }
  .own { break-before: page; }
  tr, figure { break-inside: avoid; }
  h2, h3 { break-after: avoid; }
}
`;

const base64 = (bytes: Uint8Array): string => {
  const pieces: string[] = [];
  // In pieces, as a call takes only so many arguments.
  for (let at = 0; at < bytes.length; at += 0x8000)
    pieces.push(String.fromCharCode(...bytes.subarray(at, at + 0x8000)));
  return btoa(pieces.join(''));
};

/** The faces of a file, put into its style sheet. */
export const fontFaces = (
  fonts: readonly { readonly face: string; readonly isBold: boolean; readonly bytes: Uint8Array }[],
): string =>
  fonts
    .map(
      ({ face, isBold, bytes }) =>
        `@font-face { font-family: '${face}'; font-weight: ${isBold ? '600 700' : '400'}; src: url(data:font/woff;base64,${base64(bytes)}) format('woff'); }`,
    )
    .join('\n');
