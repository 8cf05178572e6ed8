import { max, scaleLinear, scaleSqrt } from "d3";
import type { SectionReach } from "@/core/wayfinding";

const WIDTH = 460;
const HEIGHT = 108;
const ROPE = 64;
/** Pages to a way back beyond this make a bar no longer. */
const MAX_SCREENS = 30;

/**
 * The document along the rope, from left to right: above it how many jumps each section is from the beginning, below it how far one reads on to
 * the nearest way back. What no links lead to is a triangle.
 */
export function ReachPicture({ reach, size }: { reach: readonly SectionReach[]; size: number }) {
  const x = scaleLinear([0, Math.max(1, size)], [4, WIDTH - 4]);
  const jumps = scaleLinear(
    [0, Math.max(3, max(reach, ({ fromStart }) => fromStart ?? 0) ?? 0)],
    [0, ROPE - 16],
  );
  const screens = scaleSqrt([0, MAX_SCREENS], [0, HEIGHT - ROPE - 8]);
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full rounded-base border border-line bg-raised"
        role="img"
        aria-label={`Reach of ${reach.length} sections along the document`}
      >
        <path d={`M4 ${ROPE}H${WIDTH - 4}`} stroke="var(--hemp)" strokeWidth="2" strokeDasharray="2.4 2.2" />
        {reach.map(({ section: { heading, end }, fromStart, screensToBack }) => {
          const left = x(heading.pos);
          const wide = Math.max(1, x(end) - left - 1);
          return (
            <g key={heading.id}>
              {fromStart === null ? (
                <path
                  d={`M${left + 1} ${ROPE - 6}l3.5 -7l3.5 7z`}
                  fill="none"
                  stroke="var(--vermilion)"
                  strokeWidth="1.3"
                />
              ) : (
                <circle cx={left + 2} cy={ROPE - 4 - jumps(fromStart)} r="1.8" fill="var(--tide)" />
              )}
              {heading.level === 1 && (
                <path d={`M${left} ${ROPE - 4}v8`} stroke="var(--ink)" strokeWidth="1" />
              )}
              <rect
                x={left}
                y={ROPE + 5}
                width={Math.min(wide, 3)}
                height={
                  screensToBack === null ? HEIGHT - ROPE - 8 : screens(Math.min(MAX_SCREENS, screensToBack))
                }
                fill={screensToBack === null ? "var(--vermilion)" : "var(--plum)"}
                opacity="0.75"
              />
            </g>
          );
        })}
      </svg>
      <figcaption className="mt-1 text-sm text-quiet">
        Dots: jumps from the beginning. Bars: screens to the nearest way back.
      </figcaption>
    </figure>
  );
}
