import type { Metadata } from 'next';
import { AttendScreen } from '@/features/attend/AttendScreen';

export const metadata: Metadata = { title: 'At the printer' };

interface AttendPageProps {
  readonly params: Promise<{ jobId: string }>;
}

export default async function AttendPage({ params }: AttendPageProps) {
  return <AttendScreen jobId={(await params).jobId} />;
}
