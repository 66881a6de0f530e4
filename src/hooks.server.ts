/** Every refusal of the interface for programs is JSON; a caller that went away is no fault to be logged. */
import type { Handle, HandleServerError } from '@sveltejs/kit';

const words: Record<number, [string, string]> = {
  404: ['There is nothing at this address.', 'Use /api/convert.'],
  405: [
    'This address does not take that method.',
    'Use POST with the file as its body, or GET for the limits.'
  ]
};

export const handle: Handle = async ({ event, resolve }) => {
  const response = await resolve(event);
  const isJson = response.headers.get('content-type')?.includes('json');
  if (!event.url.pathname.startsWith('/api/') || response.status < 400 || isJson) return response;
  const [message, hint] = words[response.status] ?? ['The request could not be answered.', 'Try again.'];
  return Response.json({ message, hint }, { status: response.status });
};

export const handleError: HandleServerError = ({ error, event, status }) => {
  if (status !== 404 && !event.request.signal.aborted) console.error(error);
  return { message: status === 404 ? 'There is nothing at this address.' : 'Something went wrong here.' };
};
