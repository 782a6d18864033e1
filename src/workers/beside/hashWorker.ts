import { hashServer } from './servers';

const take = hashServer((answer, transfer) => self.postMessage(answer, { transfer }));
self.onmessage = ({ data }: MessageEvent) => take(data);
