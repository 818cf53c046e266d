/** Where the server under measurement is. */
export const url = process.env['TARE_URL'] ?? 'http://127.0.0.1:4180';

export const api = <T>(path: string): Promise<T> => fetch(`${url}/api/${path}`).then((r) => r.json() as Promise<T>);
