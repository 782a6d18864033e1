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
          Lamella is served to this machine alone. Start it with{' '}
          <code className="text-sm">npm run demo -- --home</code> to open it to the phones and
          computers of your network.
        </p>
      ) : (
        <>
          <p role="status" className="rounded-md bg-sunk px-3 py-2">
            {isSecure
              ? 'This page is secure: notifications, a screen that stays awake and use without the server work here.'
              : 'This page is not secure: the browser keeps notifications, a screen that stays awake and use without the server from it. Tones, times and steps work all the same.'}
          </p>
          <h2 className="text-lg font-semibold">Trust it on this device</h2>
          <ol className="grid list-decimal gap-3 pl-5">
            <li>
              <a href="/home/certificate" download className={`${LOOK} bg-accent text-accent-ink`}>
                Get the certificate
              </a>
            </li>
            <li>
              Compare its SHA-256 fingerprint with the one in the window in which Lamella was
              started. Go on only if both are the same.
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
              The certificate was made on the computer that runs Lamella, and is good for its
              addresses in your network. The key that signed it was thrown away: nobody can make
              another one with it.
            </li>
            <li>
              The secure address and the other one are two places for the browser. Each keeps its
              own jobs; share a run from one to the other.
            </li>
            <li>
              When the computer gets another address, a new certificate is made, and has to be
              trusted again. Remove the old one in the same settings.
            </li>
            <li>Do not open Lamella to the internet.</li>
          </ul>
        </>
      )}
    </div>
  );
}
