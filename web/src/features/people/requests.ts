/** Requests to the door: to do something, and to end it. */
export const post = (url: string) => (body?: object) => ({ url, method: 'POST', body });
export const drop = (url: string) => ({ url, method: 'DELETE' });
