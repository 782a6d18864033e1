import { goTo, useAddress } from './router';

const router = {
  push: goTo,
  replace: (href: string) => history.replaceState(null, '', href),
  back: () => history.back(),
};

export const useRouter = (): typeof router => router;
export const usePathname = (): string => useAddress().replace(/\?.*/, '');
export const useSearchParams = (): URLSearchParams =>
  new URLSearchParams(useAddress().replace(/^[^?]*/, ''));

/** Ends the drawing of a page that is none. */
export function notFound(): never {
  throw new Error('There is no such page.');
}
