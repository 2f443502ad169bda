/** Draws the networks of a page, each on its own canvas. */
import * as Comlink from 'comlink';
import { Easel } from './easel';

const scenes = {
  open(port: MessagePort, ...how: ConstructorParameters<typeof Easel>): void {
    Comlink.expose(new Easel(...how), port);
  },
};
export type Scenes = typeof scenes;

Comlink.expose(scenes);
