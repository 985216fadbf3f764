/** What this browser holds for the page, and what it has promised. */
export interface RoomLeft {
  readonly usedBytes: number;
  readonly leftBytes: number;
  /** It will not clear it by itself when the disk gets full. */
  readonly promised: boolean;
}

/** How much room is taken and left; null where the browser does not tell. */
export async function roomLeft(): Promise<RoomLeft | null> {
  const { storage } = navigator;
  if (!storage?.estimate) return null;
  const { usage = 0, quota = 0 } = await storage.estimate();
  const promised = (await storage.persisted?.()) ?? false;
  return { usedBytes: usage, leftBytes: Math.max(0, quota - usage), promised };
}

let asked = false;
/** Ask the browser not to clear what is kept: when there is something of one's own to lose, and once for a page. */
export async function askToKeep(): Promise<void> {
  if (asked || !navigator.storage?.persist) return;
  asked = true;
  if (!(await navigator.storage.persisted())) await navigator.storage.persist();
}
