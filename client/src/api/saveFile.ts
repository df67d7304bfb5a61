/** Files that leave the page. */
export function saveBlob(blob: Blob, name: string): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}

export const saveText = (text: string, type: string, name: string): void =>
  saveBlob(new Blob([text], { type }), name)
