/** What the header of a column may say of it, in several languages: a hint beside what the column holds, never more. */
import { folded } from '../names/keys';

/** The words of a header: `Empfänger_ID` is `empfanger`. */
export const bareHeader = (name: string): string =>
  folded(name.replace(/([a-z])([A-Z])/g, '$1 $2'))
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()
    .replace(/ ?(id|ids|key|name|nr|no|code)$/, '')
    .replaceAll(' ', '');

/** Pairs of headers over the two ends of ties. */
const ends: readonly (readonly [string, string])[] = [
  ['from', 'to'],
  ['source', 'target'],
  ['source', 'destination'],
  ['origin', 'destination'],
  ['origin', 'target'],
  ['sender', 'receiver'],
  ['sender', 'recipient'],
  ['sender', 'addressee'],
  ['author', 'addressee'],
  ['caller', 'callee'],
  ['caller', 'called'],
  ['citing', 'cited'],
  ['start', 'end'],
  ['src', 'dst'],
  ['src', 'dest'],
  ['tail', 'head'],
  ['parent', 'child'],
  ['buyer', 'seller'],
  ['seller', 'buyer'],
  ['donor', 'recipient'],
  ['giver', 'taker'],
  ['lender', 'borrower'],
  ['employee', 'manager'],
  ['person', 'reportsto'],
  ['person', 'manager'],
  ['reports', 'manager'],
  ['follower', 'followed'],
  ['ego', 'alter'],
  ['node1', 'node2'],
  ['a', 'b'],
  ['x', 'y'],
  ['i', 'j'],
  ['person1', 'person2'],
  ['departure', 'arrival'],
  ['package', 'dependency'],
  ['package', 'dependson'],
  ['von', 'nach'],
  ['von', 'an'],
  ['absender', 'empfanger'],
  ['quelle', 'ziel'],
  ['start', 'ziel'],
  ['schreiber', 'empfanger'],
  ['kaufer', 'verkaufer'],
  ['de', 'a'],
  ['de', 'vers'],
  ['expediteur', 'destinataire'],
  ['emetteur', 'recepteur'],
  ['origine', 'destination'],
  ['remitente', 'destinatario'],
  ['origen', 'destino'],
  ['mittente', 'destinatario'],
  ['da', 'a'],
  ['origem', 'destino'],
  ['afzender', 'ontvanger'],
  ['van', 'naar'],
  ['bron', 'doel'],
  ['avsandare', 'mottagare'],
  ['fran', 'till'],
  ['avsender', 'mottaker'],
  ['fra', 'til'],
  ['afsender', 'modtager'],
];

const endWords = new Set(ends.flat().filter((word) => word.length > 1));

/** The two columns whose headers name the ends of ties, the first end first. */
export function endsByHeader(names: readonly string[]): readonly [string, string] | undefined {
  const bare = names.map(bareHeader);
  for (const [a, b] of ends) {
    const [from, to] = [bare.indexOf(a), bare.indexOf(b)];
    if (from >= 0 && to >= 0 && from !== to) return [names[from], names[to]];
  }
  return undefined;
}

/** Whether a header is one of those over the ends of ties. */
export const namesEnd = (name: string): boolean => endWords.has(bareHeader(name));

/** Whether a column is called as one that holds ids of other records. */
export const namesReference = (name: string): boolean => namesEnd(name) || /[_ -]ids?$|[a-z]Ids?$/i.test(name.trim());

/** Whether a header names an amount that ties may weigh by. */
export const namesWeight = (name: string): boolean =>
  /^(weight|w|count|counts|n|number|value|values|strength|freq|frequency|times|amount|volume|quantity|total|packets|gewicht|anzahl|haufigkeit|wert|menge|poids|nombre|valeur|quantite|frequence|peso|cantidad|valor|numero|conteggio|aantal|vikt|antal|antall)$/.test(
    folded(name.trim()),
  );

export const namesPeople = (name: string): boolean =>
  /present|author|people|person|member|participant|attend|guest|autor|auteur|mitglied|membre|miembro|teilnehm|anwesend|beteiligt|persona|personne|gast/.test(
    folded(name),
  );
export const namesWords = (name: string): boolean =>
  /keyword|term|word|topic|subject|tag|variet|categor|schlag|stichw|thema|sorte|mots?.?cle|palabra|sujet|begriff/.test(
    folded(name),
  );
export const namesReferences = (name: string): boolean =>
  /^(ref|cit|zit)|references?$|literatur|bibliograph|bibliograf/.test(folded(name));

/** Whether a header names what a thing is called. */
export const namesName = (name: string): boolean =>
  /^(name|names|title|label|full ?name|bezeichnung|titel|nom|titre|nombre|titulo|nome|titolo|naam|namn|navn)$/.test(
    folded(name.trim()),
  );

/** Whether a header names years. */
export const namesYears = (name: string): boolean =>
  /(^|[^\p{L}])(year|years|jahr|annee|ano|anno|jaar|ar|born|died|birth|death|founded|closed|established|joined|left|since|until|published|geboren|gestorben|gegrundet|ne|mort)([^\p{L}]|$)/u.test(
    folded(name.replace(/([a-z])([A-Z])/g, '$1 $2').replaceAll('_', ' ')),
  );
