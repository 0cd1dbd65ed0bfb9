import Link from 'next/link';

export default function NotFound() {
  return (
    <div className="page">
      <h1>Nothing here</h1>
      <p>
        There is nothing at this address that you may see.{' '}
        <Link href="/plan" className="link">
          Go to the plan
        </Link>
      </p>
    </div>
  );
}
