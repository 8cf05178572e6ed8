import { addressOfPicture } from "@/contract/files";
import { memo } from "react";
import { listKeys } from "@/components/list-keys";
import { addressOf } from "@/core/document";
import type { Box, DrawnItem, DrawnLink, DrawnTarget, DrawnWords, PageDrawing } from "@/core/layout";
import { pageFamily, usePageFonts } from "./page-fonts";

/** A page as it will print. Its links can be followed. */
export const DrawnPage = memo(function DrawnPage({
  drawing,
  scale,
  onFollow,
}: {
  drawing: PageDrawing | undefined;
  /** Pixels for a point. */
  scale: number;
  onFollow: (target: DrawnTarget) => void;
}) {
  const ready = usePageFonts(drawing);
  if (!drawing || !ready) return null;
  return (
    <svg
      viewBox={`0 0 ${drawing.width} ${drawing.height}`}
      width={drawing.width * scale}
      height={drawing.height * scale}
      className="block"
      // A page has one stop for the keyboard; the arrows lead on from link to link.
      onKeyDown={listKeys}
      style={{ textRendering: "geometricPrecision" }}
    >
      {drawing.items.map((item, i) => (
        <Item key={i} item={item} />
      ))}
      {drawing.links.map((link, i) => (
        <Link key={i} link={link} first={i === 0} onFollow={onFollow} />
      ))}
    </svg>
  );
});

function Item({ item }: { item: DrawnItem }) {
  switch (item.kind) {
    case "words":
      return item.missing ? <Missing item={item} /> : <Words item={item} />;
    case "stroke":
      return (
        <line
          x1={item.x}
          y1={item.y}
          x2={item.toX}
          y2={item.toY}
          stroke={item.colour}
          strokeWidth={item.width}
          strokeDasharray={item.dotted ? "0.6 2.4" : undefined}
        />
      );
    case "fill":
      return <rect x={item.x} y={item.y} width={item.width} height={item.height} fill={item.colour} />;
    case "picture":
      return (
        <image
          href={addressOfPicture(item.name)}
          x={item.x}
          y={item.y}
          width={item.width}
          height={item.height}
          preserveAspectRatio="none"
          {...(item.tag
            ? { role: "img", "aria-label": item.tag.alt || "Equation" }
            : { "aria-hidden": true })}
        />
      );
    case "shapes":
      return (
        <g
          role="img"
          aria-label={item.tex || "Equation"}
          fill={item.colour}
          transform={`translate(${item.x} ${item.y}) scale(${item.size} ${-item.size})`}
        >
          {item.outlines.shapes.map(({ path, matrix }, i) => (
            <path key={i} d={path} transform={`matrix(${matrix.join(" ")})`} />
          ))}
        </g>
      );
  }
}

function Words({ item }: { item: DrawnWords }) {
  return (
    <text
      x={item.rtl ? item.x + item.width : item.x}
      y={item.y}
      direction={item.rtl ? "rtl" : undefined}
      fontFamily={`"${pageFamily(item.font)}"`}
      fontSize={item.size}
      fill={item.colour}
      wordSpacing={item.extra || undefined}
      style={{ whiteSpace: "pre", fontVariantLigatures: item.font.startsWith("mono") ? "none" : undefined }}
    >
      {item.text}
    </text>
  );
}

function Missing({ item }: { item: DrawnWords }) {
  const { x, y, size, width, colour, text } = item;
  return (
    <g role="img" aria-label={`${text}, which no font has`}>
      <rect
        x={x + size * 0.08}
        y={y - size * 0.7}
        width={width - size * 0.16}
        height={size * 0.7}
        fill="none"
        stroke={colour}
        strokeWidth={0.5}
      />
    </g>
  );
}

function Link({
  link,
  first,
  onFollow,
}: {
  link: DrawnLink;
  first: boolean;
  onFollow: (target: DrawnTarget) => void;
}) {
  const { target } = link;
  const url = target.kind === "web" || target.kind === "mail" ? addressOf(target) : null;
  return (
    <a
      href={url ?? "#"}
      aria-label={link.words.trim() || "Link"}
      data-row={link.words.trim()}
      tabIndex={first ? 0 : -1}
      {...(target.kind === "web" ? { target: "_blank", rel: "noreferrer" } : {})}
      onClick={(event) => {
        if (url !== null) return;
        event.preventDefault();
        onFollow(target);
      }}
    >
      {link.boxes.map(({ x, y, width, height }: Box, i) => (
        <rect key={i} x={x} y={y} width={width} height={height} fill="transparent" />
      ))}
    </a>
  );
}
