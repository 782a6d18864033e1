import type { Metadata } from 'next';
import { ReadDesk } from '@/features/read/ReadDesk';

export const metadata: Metadata = { title: 'Read' };

export default function ReadPage() {
  return <ReadDesk />;
}
