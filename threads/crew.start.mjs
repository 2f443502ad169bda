/** Threads do not get the loader of their parent: it is registered here. */
import { register } from 'tsx/esm/api';

register();
await import('./crew.worker.ts');
