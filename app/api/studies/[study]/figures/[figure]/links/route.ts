import { route } from '@/server/answer';
import { linkTo } from '@/server/links/sent';

/** Makes a link for outsiders to the page of a figure that is sent. */
export const POST = route<{ study: string; figure: string }>(({ study, figure }, request) =>
  linkTo('figure', study, figure, request),
);
