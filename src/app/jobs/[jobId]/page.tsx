import type { Metadata } from 'next';
import { JobScreen } from '@/features/plan/JobScreen';

export const metadata: Metadata = { title: 'Plan' };

export default async function JobPage({ params }: { params: Promise<{ jobId: string }> }) {
  return <JobScreen jobId={(await params).jobId} />;
}
