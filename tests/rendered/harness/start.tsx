import { useEffect, useState, type ComponentType, type ReactNode } from 'react';
import { createRoot } from 'react-dom/client';
import { ROUTES, type Route, type ServerPart } from 'lamella:routes';
import { Surround } from '@/frame/Surround';
import { useAddress } from './next/router';

type Params = Readonly<Record<string, string>>;

/** A page of the application; one that is a component of the server is drawn once its answer is there. */
function Part({ part, params }: { readonly part: ServerPart; readonly params: Params }) {
  const [drawn, setDrawn] = useState<ReactNode>(null);
  useEffect(() => {
    Promise.resolve(part({ params: Promise.resolve(params) })).then(setDrawn, reportError);
  }, [part, params]);
  return drawn;
}

interface LayoutProps {
  readonly layout: ServerPart;
  readonly params: Params;
  readonly children: ReactNode;
}

/** A layout, which stays while pages change in it. */
function Layout({ layout, params, children }: LayoutProps) {
  const [frame, setFrame] = useState<{ type: ComponentType<object>; props: object } | null>(null);
  useEffect(() => {
    Promise.resolve(layout({ params: Promise.resolve(params) })).then(
      (made) => setFrame(made as unknown as { type: ComponentType<object>; props: object }),
      reportError,
    );
  }, [layout, params]);
  return frame && <frame.type {...frame.props}>{children}</frame.type>;
}

/** The page of an address in its layouts. */
function Page({ route, values }: { readonly route: Route; readonly values: string }) {
  const [params] = useState<Params>(() => {
    const all = values.split('/').map(decodeURIComponent);
    return Object.fromEntries(route.params.map((name, i) => [name, all[i]]));
  });
  return route.layouts.reduceRight<ReactNode>(
    (children, layout) => (
      <Layout layout={layout} params={params}>
        {children}
      </Layout>
    ),
    <Part key={route.path} part={route.page} params={params} />,
  );
}

function Application() {
  const path = useAddress().replace(/\?.*/, '');
  for (const route of ROUTES) {
    const found = route.pattern.exec(path);
    if (!found) continue;
    const values = found.slice(1).join('/');
    return <Page key={values} route={route} values={values} />;
  }
  throw new Error(`There is no page at ${path}.`);
}

createRoot(document.body).render(
  <Surround>
    <Application />
  </Surround>,
);
