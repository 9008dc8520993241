/** An answer that is not what was asked for, with a message written for the person. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly status: number,
    /** What else the answer says: problems, conflicts. */
    readonly answer: unknown = null,
  ) {
    super(message);
  }
}

const token = (): string => decodeURIComponent(/(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1] ?? '');

async function ask<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      headers: {
        Accept: 'application/json',
        'X-XSRF-TOKEN': token(),
        ...(body === undefined || body instanceof FormData ? {} : { 'Content-Type': 'application/json' }),
      },
      body: body === undefined ? undefined : body instanceof FormData ? body : JSON.stringify(body),
    });
  } catch {
    throw new ApiError('The server does not answer. Nothing was lost; try again in a moment.', 0);
  }
  const answer: unknown = await response.json().catch(() => null);
  if (!response.ok) {
    const message =
      typeof answer === 'object' && answer !== null && 'message' in answer && typeof answer.message === 'string' && answer.message !== ''
        ? answer.message
        : `The server answered with an error (${response.status}).`;
    throw new ApiError(response.status === 413 ? 'The file is larger than the server takes.' : message, response.status, answer);
  }
  return answer as T;
}

export const api = {
  get: <T>(path: string) => ask<T>('GET', path),
  post: <T>(path: string, body: unknown = {}) => ask<T>('POST', path, body),
  put: <T>(path: string, body: unknown) => ask<T>('PUT', path, body),
  patch: <T>(path: string, body: unknown) => ask<T>('PATCH', path, body),
  delete: <T>(path: string, body?: unknown) => ask<T>('DELETE', path, body),
};
