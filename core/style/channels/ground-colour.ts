import { colourSchema } from '../../colour';
import type { Channel } from '../channel';

const schema = colourSchema.optional().meta({
  title: 'Colour of the page',
  colour: '#FFFFFF',
  auto: { title: 'Page in the ground’s colour', first: '#FFFFFF' },
});

export const groundColour: Channel<typeof schema> = {
  whose: 'page',
  schema,
  turn: 1,
  fill(_net, colour, looks) {
    if (colour !== undefined) looks.groundColour = colour;
    return [];
  },
};
