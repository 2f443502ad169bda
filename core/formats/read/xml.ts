/** XML as a stream of tags and texts. Entities of its own are not expanded: a file that defines some ends in a Fault. */
import { SaxesParser } from 'saxes';
import { Fault } from '../../fault';

/** The decoder of the encoding that the bytes are marked with, else that they declare, else UTF-8. A Fault for one that is not known. */
function decoderFor(bytes: Uint8Array, name: string): TextDecoder {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le');
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return new TextDecoder('utf-16be');
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 400));
  const declared = /^(?:\u00ef\u00bb\u00bf)?\s*<\?xml[^>]*?encoding\s*=\s*["']([A-Za-z0-9._:-]+)["']/.exec(head)?.[1];
  try {
    return new TextDecoder(declared ?? 'utf-8');
  } catch {
    throw new Fault(`“${name}” declares the encoding ${declared}, which is not known. Save it in UTF-8.`, name);
  }
}

export interface XmlHandler {
  open(name: string, attributes: Record<string, string>): void;
  text?(text: string): void;
  close?(name: string): void;
}

const deepest = 256;
/** Characters handed to the parser at once. */
const slice = 1 << 16;

/** Local name of a tag, without its prefix. */
const local = (name: string): string => name.slice(name.indexOf(':') + 1);

/** Reads bytes piece by piece; `breathe` is called between them with the share done. A Fault with the line where it is no well-formed XML. */
export async function readXml(
  bytes: Uint8Array,
  name: string,
  handler: XmlHandler,
  breathe: (share: number) => Promise<void> | void,
): Promise<void> {
  const parser = new SaxesParser();
  let depth = 0;
  let fault: Fault | undefined;
  parser.on('error', (error) => {
    const line = /^(?:\S+:)?(\d+):\d+: (.*)$/.exec(error.message);
    fault ??= new Fault(
      `“${name}” is no complete XML: ${line ? `line ${line[1]}, ${line[2]}` : error.message} Mend it, or save it anew.`,
      name,
    );
  });
  parser.on('doctype', (text) => {
    if (text.includes('<!ENTITY'))
      fault ??= new Fault(`“${name}” defines entities of its own, which are not expanded. Save it without them.`, name);
  });
  parser.on('opentag', (tag) => {
    if (++depth > deepest) {
      fault ??= new Fault(`“${name}” is nested more than ${deepest} deep. Save it in a flatter form.`, name);
    } else handler.open(local(tag.name), tag.attributes);
  });
  parser.on('text', (text) => handler.text?.(text));
  parser.on('cdata', (text) => handler.text?.(text));
  parser.on('closetag', (tag) => {
    depth--;
    handler.close?.(local(tag.name));
  });
  const decoder = decoderFor(bytes, name);
  for (let at = 0; at < bytes.length; at += slice) {
    parser.write(decoder.decode(bytes.subarray(at, at + slice), { stream: true }));
    if (fault) throw fault;
    await breathe(at / bytes.length);
  }
  parser.close();
  if (fault) throw fault;
}
