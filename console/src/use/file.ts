/** The content of a file in base64. */
export async function base64(file: File): Promise<string> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  let text = ''
  for (let i = 0; i < bytes.length; i += 0x8000) text += String.fromCharCode(...bytes.subarray(i, i + 0x8000))
  return btoa(text)
}

/** Whether a file is an archive, and not one source file, by its name. */
export const isArchive = (name: string) => /\.(zip|tgz|tar|gz)$/i.test(name)
