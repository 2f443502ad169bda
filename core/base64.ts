/** Bytes as letters, as RFC 4648 has them. */

export const base64 = (bytes: Uint8Array): string => {
  let text = '';
  for (let i = 0; i < bytes.length; i += 8190) text += btoa(String.fromCharCode(...bytes.subarray(i, i + 8190)));
  return text;
};

/** @throws DOMException where the text is none */
export const fromBase64 = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text), (letter) => letter.charCodeAt(0));
