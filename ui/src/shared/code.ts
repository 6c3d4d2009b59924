import qrcode from 'qrcode-generator'

/** A text as a QR code (ISO/IEC 18004): dots to a side, and all dark ones as one path. */
export function codePath(text: string): { size: number; path: string } {
  const code = qrcode(0, 'M')
  code.addData(text)
  code.make()
  const size = code.getModuleCount()
  let path = ''
  for (let row = 0; row < size; row++) for (let col = 0; col < size; col++) if (code.isDark(row, col)) path += `M${col} ${row}h1v1h-1z`
  return { size, path }
}
