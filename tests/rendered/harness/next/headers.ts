/** What a request from this machine says of itself. */
export const headers = async (): Promise<Headers> => new Headers({ host: 'lamella.test' });
