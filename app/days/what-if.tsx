import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useNavigate, useNavigation } from "react-router";
import type { Question } from "../../core/days/index.ts";

/** What may go otherwise: asked without anything being written. */
export function WhatIfForm({
  question,
  name,
  asked,
}: {
  question: Question;
  name: (id: string) => string;
  asked: string;
}) {
  const navigate = useNavigate();
  const isBusy = useNavigation().state !== "idle";
  const [chosen, setChosen] = useState(asked);
  const late = question.works.filter(({ part }) => part !== undefined);
  const options = [
    ...late.map(({ ticket }) => ({
      value: `if=part-late&ticket=${ticket}&days=2`,
      label: `The part of ${ticket} comes two days later`,
    })),
    ...(question.at.hours.benches > 1
      ? [{ value: "if=bench-lost", label: "One bench is lost" }]
      : []),
    ...question.at.hours.people.flatMap(({ id }) =>
      [1, 3].map((days) => ({
        value: `if=ill&person=${id}&days=${days}`,
        label: `${name(id)} is away ${days === 1 ? "today" : `for ${days} days`}`,
      })),
    ),
  ];
  const isThere = options.some(({ value }) => value === chosen);
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void navigate(chosen === "" ? "/days" : `/days?${chosen}`, { preventScrollReset: true });
      }}
      sx={{ display: "flex", gap: 1, alignItems: "center", flexWrap: "wrap" }}
    >
      <TextField
        select
        size="small"
        label="What if"
        value={isThere ? chosen : ""}
        onChange={(event) => setChosen(event.target.value)}
        sx={{ width: 330 }}
      >
        <MenuItem value="">Nothing goes otherwise</MenuItem>
        {options.map(({ value, label }) => (
          <MenuItem key={value} value={value}>
            {label}
          </MenuItem>
        ))}
      </TextField>
      <Button type="submit" variant="outlined" disabled={isBusy}>
        {isBusy ? "Working it out" : "Work it out"}
      </Button>
    </Box>
  );
}
