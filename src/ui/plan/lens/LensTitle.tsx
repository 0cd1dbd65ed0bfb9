import css from './Lens.module.css';

/** Heading with the way out. */
export function LensTitle({ text, onClose }: { readonly text: string; readonly onClose: () => void }) {
  return (
    <div className={css.title}>
      <h2>{text}</h2>
      <button type="button" className="link quiet" onClick={onClose} aria-label="Close the lens">
        Esc
      </button>
    </div>
  );
}
