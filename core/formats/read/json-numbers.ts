/** JSON in which no number loses anything on the way to a cell. */

const number = /-?\d+(?:\.\d+)?(?:[eE][+-]?\d+)?/g;

/** The numbers as texts where a number would be written otherwise than it stands: `12345678901234567890`, `1.10`, `1e400`. */
const kept = (token: string): string => (token.length < 16 && String(Number(token)) === token ? token : asText(token));
const asText = (token: string): string => (String(Number(token)) === token ? token : `"${token}"`);

/** The same JSON with such numbers in quotes; texts are left as they are. */
export function withWrittenNumbers(json: string): string {
  const parts: string[] = [];
  let done = 0;
  for (let at = 0; at < json.length;) {
    const quote = json.indexOf('"', at);
    const end = quote < 0 ? json.length : quote;
    const between = json.slice(at, end);
    const changed = between.replace(number, kept);
    if (changed !== between) {
      parts.push(json.slice(done, at), changed);
      done = end;
    }
    if (quote < 0) break;
    let close = quote;
    let slashes: number;
    do {
      close = json.indexOf('"', close + 1);
      slashes = 0;
      for (let k = close - 1; close > 0 && json[k] === '\\'; k--) slashes++;
    } while (close >= 0 && slashes % 2);
    if (close < 0) break;
    at = close + 1;
  }
  return done ? parts.join('') + json.slice(done) : json;
}
