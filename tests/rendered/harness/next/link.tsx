import type { ComponentProps } from 'react';
import { goTo } from './router';

/** A link of Next.js in the rendered application: an anchor whose press is a change of page. */
export default function Link({
  prefetch: _prefetch,
  ...props
}: ComponentProps<'a'> & { readonly href: string; readonly prefetch?: boolean }) {
  return (
    <a
      {...props}
      onClick={(event) => {
        props.onClick?.(event);
        if (event.defaultPrevented) return;
        event.preventDefault();
        goTo(props.href);
      }}
    />
  );
}
