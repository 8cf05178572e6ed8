import Link from "next/link";
import { Logo } from "@/components/kind-icons";
import { buttonLook } from "@/components/button";

export default function NotFound() {
  return (
    <main className="mx-auto max-w-xl px-6 py-24">
      <title>Nothing is here – Gate Rope</title>
      <Logo size={36} />
      <h1 className="mt-4 font-serif text-3xl font-semibold">Nothing is here</h1>
      <p className="mt-3 text-quiet">
        There is no document or page at this address. It may have been removed from the shelf, or the address
        was cut short.
      </p>
      <Link href="/" className={buttonLook("main", "mt-6")}>
        Go to the shelf
      </Link>
    </main>
  );
}
