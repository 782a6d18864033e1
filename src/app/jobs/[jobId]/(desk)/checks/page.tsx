import type { Metadata } from 'next';
import { ChecksDesk } from '@/features/checks/ChecksDesk';

export const metadata: Metadata = { title: 'Checks' };

export default function ChecksPage() {
  return <ChecksDesk />;
}
