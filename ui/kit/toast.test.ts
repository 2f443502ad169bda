/** @jest-environment jsdom */
/** How long messages stay. */
import { waitFor } from '@testing-library/react';
import '@/ui/testing';
import { messages, toast } from './toast';

const mockShown: [kind: string, text: string, duration: number | undefined][] = [];
jest.mock('sonner', () => {
  const shown = (kind: string) => (text: string, options: { duration?: number }) =>
    mockShown.push([kind, text, options.duration]);
  return { toast: { message: shown('message'), error: shown('error') } };
});

test('what can be answered, and what went wrong, stays until it is read; a long sentence longer than a short one', async () => {
  messages.stand();
  const undo = { label: 'Undo', onClick: () => undefined };
  toast('Copied.');
  toast('The look is changed. 1 other network that follows it will have it when it is opened.');
  toast('“Press” deleted.', { action: undo });
  toast.error('The list could not be saved. Try again.');
  toast('Somebody else saved.', { action: undo, duration: Infinity });
  await waitFor(() => expect(mockShown).toHaveLength(5));
  expect(mockShown).toEqual([
    ['message', 'Copied.', 4000],
    ['message', 'The look is changed. 1 other network that follows it will have it when it is opened.', 6720],
    ['message', '“Press” deleted.', 10_000],
    ['error', 'The list could not be saved. Try again.', 10_000],
    ['message', 'Somebody else saved.', Infinity],
  ]);
});
