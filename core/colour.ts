/** How colours are written in settings: nothing else than a colour may stand where one is drawn. */
import * as z from 'zod';

export const colourSchema = z.string().regex(/^#[0-9a-fA-F]{6}$/, 'A colour is written #rrggbb.');
