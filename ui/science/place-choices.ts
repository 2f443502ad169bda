/** Where costly work is done, as it is chosen. */
import type { Place } from '@/worker/client';

export const placeChoices: { value: Place | ''; label: string }[] = [
  { value: '', label: 'by its size' },
  { value: 'here', label: 'in this page' },
  { value: 'server', label: 'on the server' },
];
