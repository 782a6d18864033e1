import type { Measurement } from './measurement';
import { hidesLamp, hidesOver, purgeOf } from './subjects';

/** Noon of a day in March, UTC: when the made-up group printed its test pieces. */
const at = (date: number): number => Date.UTC(2026, 2, date, 12);
const [BLACK, WHITE] = ['peat-black', 'bone-white'];

/** What a made-up group has measured on its printer Sluice: one pair of colours, and how exactly it comes back. */
export const DEMO_MEASUREMENTS: readonly Measurement[] = [
  {
    id: 'demo-ladder',
    takenAt: at(15),
    day: '2026-03-15',
    piece: 'purge-ladder',
    printerId: 'example-1',
    about: 'Purge ladder Peat black, Bone white',
    values: [
      { subject: purgeOf(BLACK, WHITE), value: 120, spread: 10, before: null },
      { subject: purgeOf(WHITE, BLACK), value: 50, spread: 10, before: null },
    ],
  },
  {
    id: 'demo-stairs',
    takenAt: at(16),
    day: '2026-03-16',
    piece: 'hiding-stairs',
    printerId: 'example-1',
    about: 'Hiding stairs Bone white over Peat black',
    values: [
      { subject: hidesOver(WHITE, BLACK), value: 0.9, spread: 0.1, before: null },
      { subject: hidesLamp(WHITE), value: 1.7, spread: 0.1, before: null },
    ],
  },
  {
    id: 'demo-place',
    takenAt: at(17),
    day: '2026-03-17',
    piece: 'place-again',
    printerId: 'example-1',
    about: 'Position again',
    values: [
      { subject: 'returns.stopMm', value: 0, spread: 0.025, before: null },
      { subject: 'returns.homeMm', value: 0.05, spread: 0.025, before: null },
      { subject: 'returns.motorsMm', value: 0.15, spread: 0.025, before: null },
    ],
  },
];
