import type { Metadata } from 'next';
import { PrintersScreen } from '@/features/printers/PrintersScreen';

export const metadata: Metadata = { title: 'Printers' };

export default function PrintersPage() {
  return <PrintersScreen />;
}
