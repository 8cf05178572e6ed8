import type { LiveEvent, Presence, SentSteps } from "@/core/collab";

/** One open window that hears what happens to a document. */
export interface Listener {
  readonly client: string;
  readonly name: string;
  onEvent(event: LiveEvent): void;
}

interface Room {
  readonly listeners: Set<Listener>;
  readonly people: Map<string, Presence>;
  /** Set while it is gathered who comes and goes, and where carets are. */
  sendTimer: ReturnType<typeof setTimeout> | null;
  /** Set for a while after steps were told; those that come meanwhile are in `gathered`. */
  gathering: ReturnType<typeof setTimeout> | null;
  gathered: SentSteps | null;
}

/*
 * What comes within so many milliseconds is told together: fifty who write would else tell fifty others each. Steps that
 * come alone are told at once.
 */
const PEOPLE_GATHERED = 60;
const STEPS_GATHERED = 40;

/** Who has which document open, and what they are told. Only in memory: who is here is true only now. */
export class LiveDocuments {
  private readonly rooms = new Map<string, Room>();

  /** Lets somebody hear; answers how to stop that. */
  join(id: string, listener: Listener): () => void {
    const room = this.rooms.get(id) ?? {
      listeners: new Set(),
      people: new Map<string, Presence>(),
      sendTimer: null,
      gathering: null,
      gathered: null,
    };
    this.rooms.set(id, room);
    room.listeners.add(listener);
    room.people.set(listener.client, { client: listener.client, name: listener.name, caret: null });
    this.sendPeopleSoon(room);
    return () => {
      room.listeners.delete(listener);
      // The same window may have come back by another connection before the old one was seen to end.
      if (![...room.listeners].some((other) => other.client === listener.client))
        room.people.delete(listener.client);
      if (room.listeners.size === 0) this.rooms.delete(id);
      else this.sendPeopleSoon(room);
    };
  }

  /** Notes where somebody's caret is. Those who do not listen are not here. */
  updatePresence(id: string, presence: Presence): void {
    const room = this.rooms.get(id);
    if (!room?.people.has(presence.client)) return;
    room.people.set(presence.client, presence);
    this.sendPeopleSoon(room);
  }

  /** Tells what was accepted; it follows what was told before. */
  broadcastSteps(id: string, since: SentSteps): void {
    const room = this.rooms.get(id);
    if (!room) return;
    if (!room.gathering) this.sendNow(room, since);
    else if (!room.gathered) room.gathered = since;
    else room.gathered = { version: room.gathered.version, steps: [...room.gathered.steps, ...since.steps] };
  }

  broadcastRemoved(id: string): void {
    const room = this.rooms.get(id);
    if (room) toAll(room, { kind: "removed" });
  }

  private sendNow(room: Room, since: SentSteps): void {
    toAll(room, { kind: "steps", since });
    room.gathering = setTimeout(() => {
      const { gathered } = room;
      room.gathered = null;
      room.gathering = null;
      if (gathered) this.sendNow(room, gathered);
    }, STEPS_GATHERED);
  }

  private sendPeopleSoon(room: Room): void {
    room.sendTimer ??= setTimeout(() => {
      room.sendTimer = null;
      toAll(room, { kind: "people", people: [...room.people.values()] });
    }, PEOPLE_GATHERED);
  }
}

function toAll(room: Room, event: LiveEvent): void {
  for (const listener of room.listeners) listener.onEvent(event);
}
