'use client';

import { createContext, useContext, useLayoutEffect, type ComponentType } from 'react';

/** Hands a station to the frame of a job, which keeps it. */
export const KeepStation = createContext<(station: ComponentType) => void>(() => {});

/**
 * Lets the frame of the job draw a station, and keep it as it is while others are shown: to draw it again at each
 * return would take longer than anybody waits gladly.
 */
export function useKeptStation(station: ComponentType): void {
  const keep = useContext(KeepStation);
  useLayoutEffect(() => keep(station), [keep, station]);
}
