import { USUAL_HOMING } from './homeKinds';
import { ORDINARY_PROFILE, USUAL_MOTOR_SECONDS, type Printer } from './printer';

/** Three made-up printers that understand different ways to stop. */
export const EXAMPLE_PRINTERS: readonly Printer[] = [
  {
    ...ORDINARY_PROFILE,
    name: 'Sluice',
    understands: { kind: 'change-command', command: 'M600', testedAt: '2026-03-14' },
    runoutSensor: true,
    homing: { ...USUAL_HOMING, area: { minX: 15, maxX: 205, minY: 15, maxY: 205 } },
    returns: { stopMm: 0, homeMm: 0.05, motorsMm: 0.15 },
  },
  {
    ...ORDINARY_PROFILE,
    name: 'Old bittern',
    volume: { x: 200, y: 200, z: 180 },
    feed: { kind: 'tube', lengthMm: 420 },
    retractMm: 4,
    timeouts: { nozzleSeconds: 600, motorSeconds: USUAL_MOTOR_SECONDS },
    park: { x: 10, y: 190 },
    displayCharacters: 16,
    brush: { x: 60, y: 196, length: 30, z: 1 },
    firmware: { namesMotors: true, longestPushMm: 80 },
    understands: { kind: 'spelled-out', command: 'M0', testedAt: null },
  },
  {
    ...ORDINARY_PROFILE,
    name: 'Round pond',
    bed: { shape: 'round', origin: 'centre' },
    volume: { x: 180, y: 180, z: 300 },
    feed: { kind: 'tube', lengthMm: 350 },
    retractMm: 4,
    beeper: false,
    displayCharacters: 0,
    host: true,
    understands: { kind: 'host-scripts', command: 'PAUSE', testedAt: '2026-02-01' },
  },
];
