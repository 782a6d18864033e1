'use client';

import { useEffect, useState } from 'react';
import { Link } from '@/components/Link';
import { formatBytes } from '@/core/format';
import { roomNow, type Room } from '@/store/jobs/room';

/** How much room Lamella takes in the browser, and the way to where it can be made. */
export function RoomNote({ jobCount }: { jobCount: number }) {
  const [room, setRoom] = useState<Room | null>(null);
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
  }, [jobCount]);
  if (room === null) return null;
  return (
    <p className="mt-6 flex flex-wrap items-center gap-x-3 gap-y-1 text-sm text-muted">
      <span>
        Lamella uses {formatBytes(room.used)} in this browser; {formatBytes(room.left)} are left.
      </span>
      <Link href="/safe" className="inline-flex min-h-6 items-center underline">
        Safe keeping
      </Link>
    </p>
  );
}
