import { momentOf } from '@/ui/kit/words';

/** When something was changed, in words. */
export const changedWords = (at: Date | string): string => `changed ${momentOf(at)}`;
