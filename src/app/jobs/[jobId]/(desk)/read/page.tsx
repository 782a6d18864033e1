import type { Metadata } from 'next';
import { OnceSliced } from '@/base/job/OnceSliced';
import { ReadDesk } from '@/features/read/ReadDesk';

export const metadata: Metadata = { title: 'Read' };

export default function ReadPage() {
  return (
    <OnceSliced does="Read shows">
      <ReadDesk />
    </OnceSliced>
  );
}
