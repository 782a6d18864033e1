import type { Metadata } from 'next';
import { RecipeDesk } from '@/features/recipe/RecipeDesk';

export const metadata: Metadata = { title: 'Recipe' };

export default function RecipePage() {
  return <RecipeDesk />;
}
