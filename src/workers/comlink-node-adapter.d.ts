declare module 'comlink/dist/esm/node-adapter.mjs' {
  import type { Endpoint } from 'comlink';
  import type { MessagePort } from 'node:worker_threads';
  /** Makes an endpoint for comlink of a message port of Node. */
  export default function nodeEndpoint(port: MessagePort): Endpoint;
}
