import { Suspense, lazy, useState, type ComponentType } from 'react';

/** A component that is fetched when it is first shown. One that could not be fetched is asked for anew whenever it is shown again. */
export function later<Props extends object>(load: () => Promise<ComponentType<Props>>): ComponentType<Props> {
  return function Later(props: Props) {
    const [Part] = useState(() => lazy(async () => ({ default: await load() })) as unknown as ComponentType<Props>);
    return (
      <Suspense fallback={null}>
        <Part {...props} />
      </Suspense>
    );
  };
}
