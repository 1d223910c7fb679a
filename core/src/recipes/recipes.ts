import { priceRecipes } from './priceRecipes.ts';
import type { Recipe } from './recipe.ts';
import { ruleRecipes } from './ruleRecipes.ts';

/** The common ways to charge for delivery (common practice, no published source), the plainest first. */
export const recipes: readonly Recipe[] = [...priceRecipes, ...ruleRecipes];
