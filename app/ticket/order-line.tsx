import Alert from "@mui/material/Alert";
import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Order } from "../../core/ticket/index.ts";
import { moneyWords, ORDER_WORDS } from "../../core/words/index.ts";
import { useDevice } from "../devices/use-device.ts";
import { dayWords, momentWords, useZone } from "../ui/days.ts";
import { useMay } from "../ui/who.ts";
import { useSend } from "../ui/use-send.ts";
import { WithWhy } from "../ui/with-why.tsx";

/** One order; while it is on its way, its code is scanned or typed when it comes. */
export function OrderLine({ number, order }: { number: number; order: Order }) {
  const zone = useZone();
  const may = useMay();
  const orders = useSend(`/tickets/${number}/orders`);
  const deeds = useSend(`/tickets/${number}/deeds`);
  const [code, setCode] = useState("");
  const [serial, setSerial] = useState("");
  const [why, setWhy] = useState("");
  const isUnderWay = order.state === "under-way";
  useDevice("scanner", (line) => {
    if (isUnderWay) setCode(line.trim());
  });
  const error = orders.error ?? deeds.error;
  const field = (
    label: string,
    value: string,
    set: (value: string) => void,
    width: number,
    help = " ",
  ) => (
    <TextField
      label={label}
      value={value}
      onChange={(event) => set(event.target.value)}
      helperText={help}
      sx={{ width }}
    />
  );
  return (
    <Box
      component="section"
      aria-label={`Order ${order.order}`}
      sx={{ borderTop: "1px solid var(--line)", py: 1 }}
    >
      <Box sx={{ fontWeight: 700 }}>
        {order.offer.name}, {order.offer.condition}: {ORDER_WORDS[order.state]}
      </Box>
      <Box sx={{ color: "var(--soft)" }}>
        {order.offer.supplier}, order <span className="mono">{order.order}</span>, code{" "}
        <span className="mono">{order.offer.code}</span>,{" "}
        <span className="mono">{moneyWords(order.offer.price)}</span>
        {isUnderWay && `; due ${dayWords(order.due)}, ${dayWords(order.late)} at the latest`}
        {order.arrived &&
          `; came ${momentWords(order.arrived.at, zone)} as ${order.arrived.code}${order.arrived.serial === "" ? "" : `, serial ${order.arrived.serial}`}${order.arrived.why === undefined ? "" : ` (${order.arrived.why})`}`}
      </Box>
      {error !== undefined && <Alert severity="error">{error}</Alert>}
      {isUnderWay && may("order") && (
        <Box sx={{ display: "flex", gap: 1, mt: 1, flexWrap: "wrap", alignItems: "flex-start" }}>
          {field("Code on what came", code, setCode, 190, "Scan or type it")}
          {field("Serial", serial, setSerial, 150)}
          {field("If the code is another: why it goes in", why, setWhy, 290)}
          <Button
            variant="outlined"
            disabled={code.trim() === "" || orders.isBusy}
            onClick={() =>
              orders.send({
                does: "arrive",
                order: order.order,
                code: code.trim(),
                serial: serial.trim(),
                ...(why.trim() === "" ? {} : { why: why.trim() }),
              })
            }
          >
            It is here
          </Button>
        </Box>
      )}
      {isUnderWay && may("order") && (
        <WithWhy
          name="Cancel the order"
          isBusy={deeds.isBusy}
          send={(why) => deeds.send({ deed: { kind: "cancelled", order: order.order, why } })}
        />
      )}
      {(order.state === "fits" || order.state === "wrong") && may("order") && (
        <WithWhy
          name={order.offer.source === "shelf" ? "Put it back on the shelf" : "It has not come in"}
          isBusy={orders.isBusy}
          send={(why) => orders.send({ does: "undo", order: order.order, why })}
        />
      )}
      {order.state === "wrong" && may("decide") && (
        <Button
          sx={{ mt: 1 }}
          variant="outlined"
          disabled={deeds.isBusy}
          onClick={() =>
            deeds.send({
              deed: {
                kind: "sent-back",
                order: order.order,
                why: `came as ${order.arrived?.code ?? "another code"}`,
              },
            })
          }
        >
          Send it back
        </Button>
      )}
    </Box>
  );
}
