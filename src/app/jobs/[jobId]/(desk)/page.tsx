import type { Metadata } from 'next';
import { PlanDesk } from '@/features/plan/PlanDesk';

export const metadata: Metadata = { title: 'Plan' };

export default function PlanPage() {
  return <PlanDesk />;
}
