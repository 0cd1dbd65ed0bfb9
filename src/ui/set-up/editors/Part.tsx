import css from './Editor.module.css';

/** A part of what is edited, under a heading of its own. */
export function Part({ title, children }: { readonly title: string; readonly children: React.ReactNode }) {
  return (
    <section className={css.part}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}

export function Sentence({ children }: { readonly children: React.ReactNode }) {
  return <p className={css.sentence}>{children}</p>;
}
