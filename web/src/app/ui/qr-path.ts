import qrcode from 'qrcode-generator';

/** A QR code (ISO/IEC 18004) as one path of unit squares, with the number of squares to a side. */
export function qrPath(text: string): { readonly path: string; readonly size: number } {
  const code = qrcode(0, 'M');
  code.addData(text);
  code.make();
  const size = code.getModuleCount();
  const squares: string[] = [];
  for (let row = 0; row < size; row += 1)
    for (let column = 0; column < size; column += 1)
      if (code.isDark(row, column)) squares.push(`M${column} ${row}h1v1h-1z`);
  return { path: squares.join(''), size };
}
