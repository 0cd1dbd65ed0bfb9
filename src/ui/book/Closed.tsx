import css from './Book.module.css';

/** Nobody books alone here, or too much was asked at once. */
export function Closed() {
  return (
    <main className={css.page}>
      <h1>Please call us</h1>
      <p>Times cannot be booked here at the moment.</p>
    </main>
  );
}
