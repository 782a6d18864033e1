import type { Metadata } from 'next';
import { EntryScreen } from '@/features/logbook/EntryScreen';

export const metadata: Metadata = { title: 'Logbook' };

interface EntryPageProps {
  readonly params: Promise<{ runId: string }>;
}

export default async function EntryPage({ params }: EntryPageProps) {
  return <EntryScreen runId={(await params).runId} />;
}
