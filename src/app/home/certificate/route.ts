import { X509Certificate } from 'node:crypto';
import { readFile } from 'node:fs/promises';

/** The certificate that devices of the home network are to trust; 404 where Lamella is not served to them. */
export async function GET(): Promise<Response> {
  const path = process.env.LAMELLA_CERTIFICATE;
  if (path === undefined) {
    return new Response('Lamella is not served to the home network.\n', { status: 404 });
  }
  // Phones take the binary form, and nothing but a certificate is ever handed out here.
  const { raw } = new X509Certificate(await readFile(path));
  return new Response(new Uint8Array(raw), {
    headers: {
      'Content-Type': 'application/x-x509-ca-cert',
      'Content-Disposition': 'attachment; filename="lamella-home.crt"',
      'Cache-Control': 'no-store',
    },
  });
}
