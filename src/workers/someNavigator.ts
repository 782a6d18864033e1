type SomeNavigator = Partial<Omit<Navigator, 'storage'>> & {
  readonly storage?: Partial<StorageManager>;
};

/** The browser as it may be: older ones, and pages from an address without https, lack parts of it. */
export function someNavigator(): SomeNavigator {
  return navigator;
}
