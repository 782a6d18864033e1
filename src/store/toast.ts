import type { ExternalToast } from 'sonner';

type Sonner = typeof import('sonner');
type Kind = 'plain' | 'error' | 'warning';

/** Resolves with the messages' own code once they can be shown: it is fetched with the first one. */
let shown: Promise<Sonner> | null = null;
let askFor: () => void = () => {};
const asked = new Promise<void>((resolve) => {
  askFor = resolve;
});
let nowShown: (sonner: Sonner) => void = () => {};

/** Hears when the first message wants to be shown. */
export function onFirstToast(show: () => void): void {
  asked.then(show, () => {});
}

/** To be called once messages can be seen. */
export function toastsAreShown(): void {
  import('sonner').then(nowShown, () => {});
}

function withSonner(run: (sonner: Sonner) => void): void {
  shown ??= new Promise<Sonner>((resolve) => {
    nowShown = resolve;
  });
  askFor();
  shown.then(run, () => {});
}

function say(kind: Kind, message: string, options?: ExternalToast): void {
  withSonner(({ toast: sonner }) => {
    if (kind === 'plain') sonner(message, options);
    else sonner[kind](message, options);
  });
}

/** A short message at the corner, for a while. */
export const toast = Object.assign(
  (message: string, options?: ExternalToast) => say('plain', message, options),
  {
    error: (message: string, options?: ExternalToast) => say('error', message, options),
    warning: (message: string, options?: ExternalToast) => say('warning', message, options),
    /** Takes a message away; nothing when none was ever shown. */
    dismiss: (id: string) => {
      if (shown) withSonner(({ toast: sonner }) => sonner.dismiss(id));
    },
  },
);
