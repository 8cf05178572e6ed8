import type { NextRequest } from "next/server";

interface Asked {
  params: Promise<{ id: string; anchor: string }>;
}

/** Leads on to a place in the living text, while there is no edition. */
export async function GET(_: NextRequest, { params }: Asked): Promise<Response> {
  const { id, anchor } = await params;
  const name = encodeURIComponent(decodeURIComponent(anchor).replace(/\.html$/, ""));
  const Location = `/read/${encodeURIComponent(decodeURIComponent(id))}#${name}`;
  return new Response(null, { status: 302, headers: { Location, "Cache-Control": "no-store" } });
}
