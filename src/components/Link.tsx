import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A way to another page. Nothing is fetched before it is taken: what is kept in the browser is there at
 * once, and without the server every fetch in advance would fail.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink {...props} prefetch={false} />;
}
