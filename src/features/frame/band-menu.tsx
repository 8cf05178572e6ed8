import { Menu } from "lucide-react";
import type { ReactNode } from "react";
import { IconButton } from "@/components/button";
import { Popup } from "@/components/popup";

const NAME = "Stages and more";

/** What has no room in the band of a low, narrow window. */
export function BandMenu({ children }: { children: ReactNode }) {
  return (
    <Popup
      name={NAME}
      trigger={
        <IconButton data-band-menu label={NAME} className="!hidden short:max-lg:!inline-flex">
          <Menu size={17} />
        </IconButton>
      }
    >
      <div className="flex flex-wrap items-center gap-2">{children}</div>
    </Popup>
  );
}
