'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { formatBytes } from '@/core/format';
import { askToKeep, roomNow, type Room } from '@/store/room';

/** How much room Lamella takes in the browser, and whether the browser may clear it. */
export function RoomNote({ jobCount }: { jobCount: number }) {
  const [room, setRoom] = useState<Room | null>(null);
  const [asked, setAsked] = useState(0);
  useEffect(() => {
    let wanted = true;
    roomNow().then(
      (now) => wanted && setRoom(now),
      () => {
        // The browser does not say.
      },
    );
    return () => {
      wanted = false;
    };
  }, [jobCount, asked]);
  if (room === null) return null;
  return (
    <p className="mt-6 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm text-muted">
      <span>
        Lamella uses {formatBytes(room.used)} in this browser; {formatBytes(room.left)} are left.
      </span>
      {room.isKept ? (
        <span>The browser keeps it until you clear it.</span>
      ) : (
        <>
          <span>When the disk runs full, the browser may clear it.</span>
          <Button onClick={() => askToKeep().finally(() => setAsked((n) => n + 1))}>
            Ask the browser to keep it
          </Button>
        </>
      )}
    </p>
  );
}
