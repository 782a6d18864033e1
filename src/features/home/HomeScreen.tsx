'use client';

import { useSyncExternalStore } from 'react';

const never = (): (() => void) => () => {};
const secureNow = (): boolean => isSecureContext;

const LOOK =
  'inline-flex min-h-11 items-center justify-center rounded-md px-4 font-medium w-fit max-w-full wrap-anywhere';

/** How a phone of the home network comes to trust this Lamella, and what that means. */
export function HomeScreen({ secure }: { secure: string | null }) {
  const isSecure = useSyncExternalStore(never, secureNow, () => true);
  return (
    <div className="mx-auto grid w-full max-w-160 content-start gap-4 p-6">
      <h1 className="text-2xl font-semibold">In the home network</h1>
      {secure === null ? (
        <p>
          Only this machine can reach Lamella. Start it with{' '}
          <code className="text-sm">npm run demo -- --home</code> to open it to phones and computers
          in your network.
        </p>
      ) : (
        <>
          <p role="status" className="rounded-md bg-sunk px-3 py-2">
            {isSecure
              ? 'This page is secure: notifications, keeping the screen on and working offline are available.'
              : 'This page is not secure: the browser blocks notifications, keeping the screen on and working offline. Tones, times and steps still work.'}
          </p>
          <h2 className="text-lg font-semibold">Trust it on this device</h2>
          <ol className="grid list-decimal gap-3 pl-5">
            <li>
              <a href="/home/certificate" download className={`${LOOK} bg-accent text-accent-ink`}>
                Get the certificate
              </a>
            </li>
            <li>
              Compare its SHA-256 fingerprint with the one in the window where you started Lamella.
              Continue only if both match.
            </li>
            <li>
              Install it. On Android: Settings, Security, Install a certificate, CA certificate. On
              an iPhone or iPad: install the profile, then Settings, General, About, Certificate
              Trust Settings. On a computer: the browser’s settings, Certificates, Authorities.
            </li>
            <li>
              Open{' '}
              <a href={secure} className="font-medium break-all underline underline-offset-2">
                {secure}
              </a>
            </li>
          </ol>
          <h2 className="text-lg font-semibold">What it means</h2>
          <ul className="grid list-disc gap-1 pl-5">
            <li>
              The certificate was created on the computer that runs Lamella and is valid for its
              addresses in your network. The signing key was deleted, so no other certificate can be
              made with it.
            </li>
            <li>
              For the browser, the secure address is a separate place with its own jobs. Share a run
              to move it from one to the other.
            </li>
            <li>
              When the computer’s address changes, Lamella creates a new certificate that you have
              to trust again. Remove the old one in the same settings.
            </li>
            <li>Do not expose Lamella to the internet.</li>
          </ul>
        </>
      )}
    </div>
  );
}
