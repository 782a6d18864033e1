declare module 'lamella:routes' {
  import type { ReactNode } from 'react';

  /** A page or layout as Next.js calls it at the server. */
  export type ServerPart = (given: {
    readonly params: Promise<Readonly<Record<string, string>>>;
  }) => ReactNode | Promise<ReactNode>;

  /** A page of the application and the layouts around it, outermost first. */
  export interface Route {
    readonly path: string;
    /** Matches the page's address; its groups are the values of `params`. */
    readonly pattern: RegExp;
    readonly params: readonly string[];
    readonly page: ServerPart;
    readonly layouts: readonly ServerPart[];
  }
  export const ROUTES: readonly Route[];
}
