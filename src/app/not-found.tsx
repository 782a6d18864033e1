import { Link } from '@/components/Link';

export default function NotFound() {
  return (
    <div className="m-auto max-w-md p-8">
      <h1 className="text-2xl font-semibold">There is no such page</h1>
      <p className="mt-2 text-muted">The address may be mistyped. Your jobs are on the Bench.</p>
      <Link href="/" className="mt-4 inline-block min-h-6 font-medium text-accent underline">
        Go to the Bench
      </Link>
    </div>
  );
}
