/** Runs trails off the page's thread. */
import * as Comlink from 'comlink';
import { TrailRunner } from './trail-runner';

Comlink.expose(new TrailRunner());
