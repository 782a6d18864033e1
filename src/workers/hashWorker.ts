import { hashServer } from './sideServers';

const take = hashServer((answer, transfer) => self.postMessage(answer, { transfer }));
self.onmessage = ({ data }: MessageEvent) => take(data);
