"use client";

import Link from "next/link";
import { Button, buttonLook } from "@/components/button";

export default function ErrorPage({ reset }: { reset: () => void }) {
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <h1 className="font-serif text-3xl font-semibold">This page could not be shown</h1>
      <p className="mt-3 text-quiet">
        What was kept is safe on the server. Try again, or go back to the shelf.
      </p>
      <div className="mt-6 flex gap-3">
        <Button look="main" onClick={reset}>
          Try again
        </Button>
        <Link href="/" className={buttonLook()}>
          Go to the shelf
        </Link>
      </div>
    </main>
  );
}
