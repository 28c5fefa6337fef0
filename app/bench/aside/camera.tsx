import Box from "@mui/material/Box";
import { useEffect, useRef, useState } from "react";
import { BigButton, Refused } from "../screen/panel.tsx";

/** The camera of this device: on when it is asked for, one picture at a press; without one it says what to do. */
export function Camera({ onTaken }: { onTaken: (photo: Blob) => void }) {
  const video = useRef<HTMLVideoElement>(null);
  const [stream, setStream] = useState<MediaStream>();
  const [hasPicture, setHasPicture] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  useEffect(() => {
    if (video.current && stream) video.current.srcObject = stream;
    return () => stream?.getTracks().forEach((track) => track.stop());
  }, [stream]);
  const open = () => {
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    if (!devices) return setTrouble("This browser gives no camera here; choose a file.");
    devices
      .getUserMedia({ video: { facingMode: "environment" } })
      .then(setStream, () =>
        setTrouble("No camera answers: plug one in, allow it, or choose a file."),
      );
  };
  const take = () => {
    const from = video.current;
    if (!from) return;
    const canvas = document.createElement("canvas");
    canvas.width = from.videoWidth;
    canvas.height = from.videoHeight;
    canvas.getContext("2d")!.drawImage(from, 0, 0);
    canvas.toBlob((blob) => blob && onTaken(blob), "image/jpeg", 0.9);
  };
  return (
    <Box sx={{ display: "grid", gap: 1 }}>
      {stream && (
        <video
          ref={video}
          autoPlay
          muted
          playsInline
          onLoadedData={() => setHasPicture(true)}
          style={{ width: "100%", maxHeight: 240 }}
        />
      )}
      <BigButton onClick={stream ? take : open} disabled={stream !== undefined && !hasPicture}>
        {stream ? "Take the picture" : "Camera on"}
      </BigButton>
      {trouble !== undefined && <Refused>{trouble}</Refused>}
    </Box>
  );
}
