import type { Metadata } from 'next';
import { PlanStation } from '@/features/plan/PlanStation';

export const metadata: Metadata = { title: 'Plan' };

export default function PlanPage() {
  return <PlanStation />;
}
