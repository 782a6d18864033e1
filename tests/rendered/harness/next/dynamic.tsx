import { useEffect, useState, type ComponentType } from 'react';

type Found<Props> = ComponentType<Props> | { readonly default: Found<Props> };

/** What a module of either kind exports: one that is CommonJS is wrapped once more. */
function exported<Props>(found: Found<Props>): ComponentType<Props> {
  return 'default' in found ? exported(found.default) : found;
}

/**
 * A component that is fetched when it is first drawn. By a state and not by Suspense, which would let a person's
 * eyes rest for 300 ms before it shows what has come: nobody looks here.
 */
export default function dynamic<Props extends object>(
  fetchIt: () => Promise<Found<Props>>,
  options?: { readonly loading?: ComponentType },
): ComponentType<Props> {
  let fetched: ComponentType<Props> | null = null;
  const Loading = options?.loading;
  return function Dynamic(props: Props) {
    const [, setFetched] = useState(fetched !== null);
    useEffect(() => {
      fetchIt().then((found) => {
        fetched = exported(found);
        setFetched(true);
      }, reportError);
    }, []);
    const Fetched = fetched;
    if (Fetched) return <Fetched {...props} />;
    return Loading ? <Loading /> : null;
  };
}
