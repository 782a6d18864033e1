import type { Metadata } from 'next';
import { OnceSliced } from '@/base/job/OnceSliced';
import { OutputDesk } from '@/features/output/OutputDesk';

export const metadata: Metadata = { title: 'Output' };

export default function OutputPage() {
  return (
    <OnceSliced does="Output writes the stops into">
      <OutputDesk />
    </OnceSliced>
  );
}
