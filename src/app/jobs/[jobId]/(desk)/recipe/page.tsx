import type { Metadata } from 'next';
import { OnceSliced } from '@/base/job/OnceSliced';
import { RecipeDesk } from '@/features/recipe/RecipeDesk';

export const metadata: Metadata = { title: 'Recipe' };

export default function RecipePage() {
  return (
    <OnceSliced does="Recipe says how your printer is stopped in">
      <RecipeDesk />
    </OnceSliced>
  );
}
