import type { ComponentProps } from 'react';
import { Link } from 'react-router';

const BASE =
  'inline-flex items-center justify-center gap-2 rounded-[2px] border border-ink px-5 text-center no-underline disabled:border-dashed disabled:bg-transparent disabled:text-muted';
const LOOKS = {
  main: 'bg-ink text-ground font-semibold',
  plain: 'bg-transparent text-ink',
};

type Look = { look?: keyof typeof LOOKS; bay?: boolean };

const classes = ({ look = 'plain', bay = false }: Look, more = '') =>
  `${BASE} ${LOOKS[look]} ${bay ? 'min-h-16 text-lg' : 'min-h-12'} ${more}`;

/** A control in ink. `bay` makes it large enough for a wet glove. */
export function Button({ look, bay, className, type = 'button', ...rest }: ComponentProps<'button'> & Look) {
  return (
    <button
      type={type}
      className={classes({ ...(look && { look }), ...(bay && { bay }) }, className)}
      {...rest}
    />
  );
}

export function ButtonLink({ look, bay, className, ...rest }: ComponentProps<typeof Link> & Look) {
  return <Link className={classes({ ...(look && { look }), ...(bay && { bay }) }, className)} {...rest} />;
}

/** A document of the shop's, opened beside the page. */
export function PaperLink({ children, ...rest }: ComponentProps<'a'>) {
  return (
    <a className={classes({})} target="_blank" rel="noreferrer" {...rest}>
      {children}
    </a>
  );
}
