/** TeX markup in bibliographic fields as plain text. */

/** Commands that put a mark over or under the letter that follows, as Unicode combining characters. */
const accents: ReadonlyMap<string, string> = new Map([
  ['`', '\u0300'],
  ["'", '\u0301'],
  ['^', '\u0302'],
  ['~', '\u0303'],
  ['"', '\u0308'],
  ['=', '\u0304'],
  ['.', '\u0307'],
  ['u', '\u0306'],
  ['v', '\u030c'],
  ['H', '\u030b'],
  ['r', '\u030a'],
  ['c', '\u0327'],
  ['k', '\u0328'],
  ['d', '\u0323'],
  ['b', '\u0331'],
  ['G', '\u030f'],
  ['U', '\u030e'],
  ['h', '\u0309'],
]);

/** Commands that stand for characters. */
const characters: ReadonlyMap<string, string> = new Map([
  ['OE', 'Œ'],
  ['oe', 'œ'],
  ['AE', 'Æ'],
  ['ae', 'æ'],
  ['AA', 'Å'],
  ['aa', 'å'],
  ['O', 'Ø'],
  ['o', 'ø'],
  ['L', 'Ł'],
  ['l', 'ł'],
  ['ss', 'ß'],
  ['SS', 'ẞ'],
  ['i', 'ı'],
  ['j', 'ȷ'],
  ['DH', 'Ð'],
  ['dh', 'ð'],
  ['TH', 'Þ'],
  ['th', 'þ'],
  ['DJ', 'Đ'],
  ['dj', 'đ'],
  ['NG', 'Ŋ'],
  ['ng', 'ŋ'],
  ['S', '§'],
  ['P', '¶'],
  ['copyright', '©'],
  ['textregistered', '®'],
  ['texttrademark', '™'],
  ['pounds', '£'],
  ['textsterling', '£'],
  ['texteuro', '€'],
  ['euro', '€'],
  ['textdegree', '°'],
  ['textendash', '–'],
  ['textemdash', '—'],
  ['textquoteleft', '‘'],
  ['textquoteright', '’'],
  ['textquotedblleft', '“'],
  ['textquotedblright', '”'],
  ['guillemotleft', '«'],
  ['guillemotright', '»'],
  ['ldots', '…'],
  ['dots', '…'],
  ['textellipsis', '…'],
  ['textbackslash', '\\'],
  ['textasciitilde', '~'],
  ['textasciicircum', '^'],
  ['textunderscore', '_'],
  ['textbar', '|'],
  ['textless', '<'],
  ['textgreater', '>'],
  ['textbullet', '•'],
  ['textperiodcentered', '·'],
  ['TeX', 'TeX'],
  ['LaTeX', 'LaTeX'],
  ['BibTeX', 'BibTeX'],
  ['times', '×'],
  ['pm', '±'],
  ['cdot', '·'],
  ['infty', '∞'],
  ['to', '→'],
  ['rightarrow', '→'],
  ['alpha', 'α'],
  ['beta', 'β'],
  ['gamma', 'γ'],
  ['delta', 'δ'],
  ['epsilon', 'ε'],
  ['eta', 'η'],
  ['theta', 'θ'],
  ['kappa', 'κ'],
  ['lambda', 'λ'],
  ['mu', 'μ'],
  ['nu', 'ν'],
  ['pi', 'π'],
  ['rho', 'ρ'],
  ['sigma', 'σ'],
  ['tau', 'τ'],
  ['phi', 'φ'],
  ['chi', 'χ'],
  ['psi', 'ψ'],
  ['omega', 'ω'],
  ['Gamma', 'Γ'],
  ['Delta', 'Δ'],
  ['Theta', 'Θ'],
  ['Lambda', 'Λ'],
  ['Sigma', 'Σ'],
  ['Phi', 'Φ'],
  ['Psi', 'Ψ'],
  ['Omega', 'Ω'],
]);

const dotless: ReadonlyMap<string, string> = new Map([
  ['ı', 'i'],
  ['ȷ', 'j'],
]);

/**
 * The text that the markup stands for: accents and special letters, dashes and quotes, braces and formatting taken away. Commands that are not known give
 * what stands in their braces.
 */
export function plainText(tex: string): string {
  if (!/[\\{}$~`'-]/.test(tex)) return tex;
  let out = '';
  let accent: string | undefined;
  const put = (letter: string): void => {
    if (accent === undefined) out += letter;
    else {
      out += (dotless.get(letter) ?? letter) + accent;
      accent = undefined;
    }
  };
  for (let i = 0; i < tex.length; i++) {
    const letter = tex[i];
    if (letter === '{' || letter === '}') {
      // An accent over an empty group stands alone.
      if (letter === '}' && accent !== undefined) accent = undefined;
      continue;
    }
    if (letter === '$') continue;
    if (letter === '~') {
      put('\u00a0');
      continue;
    }
    if (letter === '\\') {
      const name = /^[A-Za-z]+/.exec(tex.slice(i + 1, i + 40))?.[0] ?? tex[i + 1] ?? '';
      i += name.length;
      // Blanks after a command of letters only end its name.
      if (/^[A-Za-z]/.test(name)) while (/\s/.test(tex[i + 1] ?? '')) i++;
      const mark = accents.get(name);
      const next = tex[i + 1] ?? '';
      if (mark !== undefined && (name.length > 1 || !/[A-Za-z]/.test(name) || next === '{' || /\s/.test(tex[i] ?? '')))
        accent = mark;
      else if (characters.has(name)) put(characters.get(name) as string);
      else if (name === '\\' || name === '') put(' ');
      else if (!/^[A-Za-z]/.test(name) && !',;:!/-@'.includes(name)) put(name);
      else if (name === ',' || name === ';') put(' ');
      continue;
    }
    if (letter === '-' && accent === undefined && tex[i + 1] === '-') {
      const long = tex[i + 2] === '-';
      out += long ? '—' : '–';
      i += long ? 2 : 1;
      continue;
    }
    if ((letter === '`' || letter === "'") && tex[i + 1] === letter) {
      put(letter === '`' ? '“' : '”');
      i++;
      continue;
    }
    if (accent !== undefined && /\s/.test(letter)) continue;
    put(letter);
  }
  return out.normalize('NFC');
}

/** The parts of a text at a mark that stands outside of all braces. */
export function partedOutside(text: string, mark: RegExp): string[] {
  const parts: string[] = [];
  let depth = 0;
  let from = 0;
  for (let i = 0; i < text.length; i++) {
    const letter = text[i];
    if (letter === '\\') i++;
    else if (letter === '{') depth++;
    else if (letter === '}') depth--;
    else if (depth <= 0) {
      mark.lastIndex = i;
      const found = mark.exec(text);
      if (!found) continue;
      parts.push(text.slice(from, i));
      i += found[0].length - 1;
      from = i + 1;
    }
  }
  parts.push(text.slice(from));
  return parts;
}
