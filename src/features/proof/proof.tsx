"use client";

import { Tabs } from "radix-ui";
import { Findings } from "./findings";
import { LinksTable } from "./links-table";
import { Mentions } from "./mentions";
import { PlacesTable } from "./places-table";

const TABS = [
  { value: "findings", label: "Findings", list: Findings },
  { value: "links", label: "All links", list: LinksTable },
  { value: "places", label: "All places", list: PlacesTable },
  { value: "mentions", label: "Mentions not linked", list: Mentions },
] as const;

/** The stage on which every link is followed and the structure read; with lists of all links, places and mentions. */
export function Proof() {
  return (
    <main data-region="text" className="flex h-full flex-col px-6 pt-8">
      <Tabs.Root defaultValue="findings" className="mx-auto flex min-h-0 w-full max-w-5xl flex-1 flex-col">
        <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-2">
          <h1 className="font-serif text-2xl font-semibold">Proof</h1>
          <Tabs.List aria-label="Show" className="flex flex-wrap text-sm">
            {TABS.map(({ value, label }) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="rounded-base px-2.5 py-1 text-quiet hover:bg-wash data-[state=active]:bg-tide-wash data-[state=active]:text-tide"
              >
                {label}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
        </div>
        {TABS.map(({ value, list: List }) => (
          <Tabs.Content
            key={value}
            value={value}
            tabIndex={-1}
            className="flex min-h-0 flex-1 flex-col focus-visible:outline-hidden data-[state=inactive]:hidden"
          >
            <List />
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </main>
  );
}
