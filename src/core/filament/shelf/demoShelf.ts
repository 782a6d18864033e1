import { ordinarySpool, type Spool } from './spool';

/** A made-up shelf, so that the first visit has something to choose from. */
export const DEMO_SHELF: readonly Spool[] = [
  spool('peat-black', 'Peat black', '#2f2b28', {
    gramsLeft: 640,
    pricePerKg: 19,
    hidingDepth: 0.4,
  }),
  spool('bone-white', 'Bone white', '#efe7d4', {
    gramsLeft: 810,
    pricePerKg: 19,
    hidingDepth: 0.8,
  }),
  spool('reed-green', 'Reed green', '#7c9a4b', { gramsLeft: 95, pricePerKg: 21 }),
  spool('tide-blue', 'Tide blue', '#3f7fa8', { gramsLeft: 420, pricePerKg: 21 }),
  spool('ochre', 'Ochre', '#d49a2a', { gramsLeft: 4, pricePerKg: 23, hidingDepth: 0.6 }),
  spool('brick-red', 'Brick red', '#b5493b', { gramsLeft: 350, pricePerKg: 20 }),
  spool('heron-grey', 'Heron grey', '#9aa3a6', { gramsLeft: 1000, pricePerKg: 18 }),
  spool('mud-brown', 'Mud brown', '#6b5744', { gramsLeft: 210, pricePerKg: 18 }),
  spool('meadow', 'Meadow', '#a7b85c', { gramsLeft: 130, pricePerKg: 22, topFlow: 8 }),
  spool('weather-yellow', 'Weather yellow', '#e3c63f', {
    family: 'PETG',
    gramsLeft: 560,
    pricePerKg: 24,
    driedOn: '2026-03-02',
  }),
  spool('rain-clear', 'Rain clear', '#dfe7e6', {
    family: 'PETG',
    gramsLeft: 300,
    pricePerKg: 24,
    hidingDepth: 3,
    note: 'See-through: for light boxes.',
  }),
  spool('boot-rubber', 'Boot rubber', '#3a3d3f', {
    family: 'TPU',
    gramsLeft: 480,
    pricePerKg: 32,
    note: 'Soft. Feed it slowly.',
  }),
];

function spool(id: string, name: string, colour: string, given: Partial<Spool>): Spool {
  return ordinarySpool({
    id,
    name,
    colour,
    emptySpoolGrams: 220,
    openedOn: '2026-01-18',
    ...given,
  });
}
