import type { Metadata } from 'next';
import { OutputDesk } from '@/features/output/OutputDesk';

export const metadata: Metadata = { title: 'Output' };

export default function OutputPage() {
  return <OutputDesk />;
}
