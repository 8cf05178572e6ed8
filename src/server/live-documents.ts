import type { LiveEvent, Presence } from "@/core/exchange";

/** One open window that hears what happens to a document. */
export interface Listener {
  readonly client: string;
  readonly name: string;
  hear(event: LiveEvent): void;
}

interface Room {
  readonly listeners: Set<Listener>;
  readonly people: Map<string, Presence>;
  /** Set while carets are gathered. */
  telling: ReturnType<typeof setTimeout> | null;
}

/** Carets that move within so many milliseconds are told together: fifty who write would else tell fifty others each. */
const GATHERED = 60;

/** Who has which document open, and what they are told. Only in memory: who is here is true only now. */
export class LiveDocuments {
  private readonly rooms = new Map<string, Room>();

  /** Lets somebody hear; answers how to stop that. */
  join(id: string, listener: Listener): () => void {
    const room = this.rooms.get(id) ?? {
      listeners: new Set(),
      people: new Map<string, Presence>(),
      telling: null,
    };
    this.rooms.set(id, room);
    room.listeners.add(listener);
    room.people.set(listener.client, { client: listener.client, name: listener.name, caret: null });
    this.tellPeople(room);
    return () => {
      room.listeners.delete(listener);
      // The same window may have come back by another connection before the old one was seen to end.
      if (![...room.listeners].some((other) => other.client === listener.client))
        room.people.delete(listener.client);
      if (room.listeners.size === 0) this.rooms.delete(id);
      else this.tellPeople(room);
    };
  }

  /** Notes where somebody's caret is. Those who do not listen are not here. */
  see(id: string, presence: Presence): void {
    const room = this.rooms.get(id);
    if (!room?.people.has(presence.client)) return;
    room.people.set(presence.client, presence);
    room.telling ??= setTimeout(() => this.tellPeople(room), GATHERED);
  }

  tell(id: string, event: LiveEvent): void {
    for (const listener of this.rooms.get(id)?.listeners ?? []) listener.hear(event);
  }

  private tellPeople(room: Room): void {
    if (room.telling) clearTimeout(room.telling);
    room.telling = null;
    const event: LiveEvent = { kind: "people", people: [...room.people.values()] };
    for (const listener of room.listeners) listener.hear(event);
  }
}
