/** Saves a file through the browser. */
export function saveFile(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  // the browser reads the file after the click returns
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
