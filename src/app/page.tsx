import { BenchScreen } from '@/features/bench/BenchScreen';

export default function BenchPage() {
  return <BenchScreen />;
}
