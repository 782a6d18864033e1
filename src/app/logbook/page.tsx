import type { Metadata } from 'next';
import { LogbookScreen } from '@/features/logbook/LogbookScreen';

export const metadata: Metadata = { title: 'Logbook' };

export default function LogbookPage() {
  return <LogbookScreen />;
}
