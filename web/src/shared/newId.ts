/** A random name for a cell or a window: twelve hexadecimal digits. */
export function newId(): string {
  return crypto.getRandomValues(new Uint8Array(6)).reduce((text, byte) => text + byte.toString(16).padStart(2, "0"), "");
}
