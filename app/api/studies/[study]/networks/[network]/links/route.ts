import { route } from '@/server/answer';
import { linkTo } from '@/server/links/sent';

/** Makes a link for outsiders to the page of a network that is sent. */
export const POST = route<{ study: string; network: string }>(({ study, network }, request) =>
  linkTo('network', study, network, request),
);
