/** The part with what the format has no way to say. */
export const OWN_PART = "gate-rope.xml";
