'use client';

import { useSyncExternalStore } from 'react';

/** Theme colours that canvases need as values. */
export interface ThemeColours {
  readonly paper: string;
  readonly line: string;
  readonly edge: string;
  readonly ink: string;
  readonly muted: string;
  /** Marks on a drawing: what ends, and what begins. */
  readonly ends: string;
  readonly begins: string;
}

function read(): ThemeColours {
  const style = getComputedStyle(document.documentElement);
  const value = (name: string): string => style.getPropertyValue(name).trim();
  return {
    paper: value('--paper'),
    line: value('--line'),
    edge: value('--edge'),
    ink: value('--ink'),
    muted: value('--muted'),
    ends: value('--caution'),
    begins: value('--accent'),
  };
}

let known: { theme: string | undefined; colours: ThemeColours } | null = null;

function current(): ThemeColours {
  const theme = document.documentElement.dataset.theme;
  if (known?.theme !== theme) known = { theme, colours: read() };
  return (known ??= { theme, colours: read() }).colours;
}

function subscribe(onChange: () => void): () => void {
  const observer = new MutationObserver(onChange);
  observer.observe(document.documentElement, { attributeFilter: ['data-theme'] });
  return () => observer.disconnect();
}

const ON_SERVER: ThemeColours = {
  paper: '#fff',
  line: '#ccc',
  edge: '#888',
  ink: '#000',
  muted: '#000',
  ends: '#850',
  begins: '#165',
};

/** The colours of the theme in force; changes when the theme does. */
export function useThemeColours(): ThemeColours {
  return useSyncExternalStore(subscribe, current, () => ON_SERVER);
}
