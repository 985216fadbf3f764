import Link from 'next/link';

export default function NotFound() {
  return (
    <main className="p-6">
      <h1 className="font-bold text-2xl">There is no such page</h1>
      <p className="my-3">
        <Link className="text-accent underline" href="/">
          Go to the job sentence
        </Link>
      </p>
    </main>
  );
}
