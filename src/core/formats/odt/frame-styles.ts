/** The styles of frames by where they stand, in what Gate Rope writes. */
export const FRAME_STYLES = {
  line: "Frame_20_line",
  left: "Frame_20_left",
  right: "Frame_20_right",
} as const;
