import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { HomeScreen } from '@/features/home/HomeScreen';

export const metadata: Metadata = { title: 'In the home network' };

export default async function HomePage() {
  const host = ((await headers()).get('host') ?? '').replace(/:\d+$/, '');
  const port = process.env.LAMELLA_SECURE_PORT;
  return <HomeScreen secure={port === undefined ? null : `https://${host}:${port}/`} />;
}
