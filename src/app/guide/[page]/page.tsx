import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { GUIDE_PAGES, titleOf, type GuidePageId } from '@/core/guide/pages';
import { GuideScreen } from '@/features/guide/GuideScreen';

interface GuideProps {
  readonly params: Promise<{ page: string }>;
}

async function pageOf({ params }: GuideProps): Promise<GuidePageId> {
  const { page } = await params;
  return GUIDE_PAGES.find(({ id }) => id === page)?.id ?? notFound();
}

export async function generateMetadata(props: GuideProps): Promise<Metadata> {
  return { title: titleOf(await pageOf(props)) };
}

export default async function GuidePage(props: GuideProps) {
  return <GuideScreen page={await pageOf(props)} />;
}
