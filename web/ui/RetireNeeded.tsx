import type { RecipeVersion } from '#contract/recipes.ts';
import { recipesQuery } from '../state/queries.ts';
import { useAsked } from '../state/useAsked.ts';
import { Part } from './Part.tsx';
import { RetireButton } from './RetireButton.tsx';

type Props = {
  retired: boolean;
  send: () => Promise<unknown>;
  /** Whether a recipe needs it. */
  needs: (version: RecipeVersion) => boolean;
};

/** Takes out of use what recipes may need: there once it is known which of those published do. */
export const RetireNeeded = (props: Props) => (
  <Part>
    <Retire {...props} />
  </Part>
);

function Retire({ needs, ...button }: Props) {
  const [recipes] = useAsked(recipesQuery);
  const neededBy = recipes.flatMap(({ published }) =>
    published && needs(published) ? [published.name] : [],
  );
  return <RetireButton {...button} neededBy={neededBy} />;
}
