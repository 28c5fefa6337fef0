import ButtonBase from "@mui/material/ButtonBase";
import { type MouseEvent, useEffect, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { cornersOf, type Spot } from "../../../core/learn/index.ts";
import { PictureSource } from "../aside/picture-source.tsx";
import { BigButton, Refused, StepLine } from "../screen/panel.tsx";

/** What comes back when a picture was straightened and kept. */
export interface KeptView {
  readonly error: string | undefined;
  readonly photo: string | undefined;
}

/**
 * A picture of what lies open now: from the camera or a file, its four corners tapped, straightened to scale. A slanted
 * one is as good as a straight one.
 */
export function ViewTaking({
  ticket,
  size,
  name,
  onKept,
  onClose,
}: {
  ticket: number;
  /** Of the machine, mm. */
  size: { readonly width: number; readonly height: number };
  /** The side that is taken, in words. */
  name: string;
  onKept: (photo: string, corners: readonly Spot[]) => void;
  onClose: () => void;
}) {
  const fetcher = useFetcher<KeptView>();
  const [taken, setTaken] = useState<Blob>();
  const [taps, setTaps] = useState<readonly Spot[]>([]);
  const kept = fetcher.data?.photo;
  const corners = cornersOf(taps);
  const latest = useRef<(photo: string) => void>(undefined);
  useEffect(() => {
    latest.current = (photo) => onKept(photo, corners.ok ? corners.value : []);
  });
  useEffect(() => {
    if (kept !== undefined) latest.current?.(kept);
  }, [kept]);
  const send = () => {
    const form = new FormData();
    form.set("corners", JSON.stringify(corners.ok ? corners.value : []));
    form.set("width", String(size.width));
    form.set("height", String(size.height));
    form.set("photo", taken!, "photo");
    const action = `/tickets/${ticket}/views`;
    void fetcher.submit(form, { method: "post", action, encType: "multipart/form-data" });
  };
  return (
    <div className="stack learn">
      <StepLine>A picture: {name}</StepLine>
      {taken === undefined ? (
        <PictureSource onTaken={setTaken} />
      ) : (
        <>
          <Picture
            taken={taken}
            taps={taps}
            onTap={(spot) => taps.length < 4 && setTaps([...taps, spot])}
          />
          <p className="say learn-taps" role="status">
            {taps.length < 4
              ? `Tap the four corners of the machine: ${taps.length} so far.`
              : corners.ok
                ? "Four corners: it can be straightened."
                : "These are no four corners: tap them again."}
          </p>
          <div className="row row-tight learn-row">
            <ButtonBase
              className="press press-why"
              disabled={taps.length === 0}
              onClick={() => setTaps(taps.slice(0, -1))}
            >
              One tap less
            </ButtonBase>
            <ButtonBase
              className="press press-why"
              onClick={() => {
                setTaken(undefined);
                setTaps([]);
              }}
            >
              Another picture
            </ButtonBase>
          </div>
        </>
      )}
      {fetcher.data?.error !== undefined && <Refused>{fetcher.data.error}</Refused>}
      <div className="row row-tight learn-actions">
        {taken !== undefined && (
          <BigButton onClick={send} disabled={!corners.ok || fetcher.state !== "idle"}>
            {fetcher.state === "idle" ? "Use it" : "Straightening"}
          </BigButton>
        )}
        <BigButton tone="plain" onClick={onClose}>
          Without a picture
        </BigButton>
      </div>
    </div>
  );
}

/** The picture as it was taken, with the corners that were tapped on it as shares of its size. */
function Picture({
  taken,
  taps,
  onTap,
}: {
  taken: Blob;
  taps: readonly Spot[];
  onTap: (spot: Spot) => void;
}) {
  const [address, setAddress] = useState<string>();
  useEffect(() => {
    const made = URL.createObjectURL(taken);
    setAddress(made);
    return () => URL.revokeObjectURL(made);
  }, [taken]);
  const tap = ({ currentTarget, clientX, clientY }: MouseEvent<HTMLElement>) => {
    const { left, top, width, height } = currentTarget.getBoundingClientRect();
    onTap({ x: (clientX - left) / width, y: (clientY - top) / height });
  };
  if (address === undefined) return null;
  return (
    <ButtonBase
      aria-label="The picture: tap the corners of the machine"
      onClick={tap}
      disableRipple
      sx={{ position: "relative", display: "block", cursor: "crosshair" }}
    >
      <img src={address} alt="" style={{ display: "block", width: "100%" }} />
      {taps.map(({ x, y }, i) => (
        <span
          key={i}
          className="learn-corner mono"
          style={{ left: `${100 * x}%`, top: `${100 * y}%` }}
        >
          {i + 1}
        </span>
      ))}
    </ButtonBase>
  );
}
