/** Bytes as base64; in pieces, as a call takes only so many arguments. */
export function base64(bytes: Uint8Array): string {
  let binary = ''
  for (let i = 0; i < bytes.length; i += 8_192) binary += String.fromCharCode(...bytes.subarray(i, i + 8_192))
  return btoa(binary)
}
