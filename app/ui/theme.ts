import { createTheme, type Theme } from "@mui/material/styles";

export type Lamp = "up" | "down";

/** Colours by what they mean; `up` is paper, `down` the lamp-down bench. */
export const INKS = {
  up: {
    mat: "#1F6F66",
    copper: "#A9562A",
    caution: "#9A6700",
    stop: "#B3261E",
    good: "#2E6B3F",
    paper: "#F7F5F0",
    card: "#FFFEFB",
    line: "#DAD5C9",
    ink: "#1F262B",
    soft: "#4C555B",
    matWash: "#DCEBE7",
    copperWash: "#F3E3D8",
  },
  down: {
    mat: "#6CC7BA",
    copper: "#E39A6B",
    caution: "#E2B04A",
    stop: "#FF8A80",
    good: "#8ACB9B",
    paper: "#15191B",
    card: "#1D2326",
    line: "#3A4347",
    ink: "#F1EEE6",
    soft: "#B9BFBF",
    matWash: "#1E3B38",
    copperWash: "#40291B",
  },
} as const;

export const TEXT = '"Atkinson Hyperlegible Next Variable", sans-serif';
export const MONO = '"Atkinson Hyperlegible Mono Variable", monospace';

const variables = (lamp: Lamp): Record<string, string> =>
  Object.fromEntries(Object.entries(INKS[lamp]).map(([name, value]) => [`--${name}`, value]));

export function themeFor(lamp: Lamp): Theme {
  const ink = INKS[lamp];
  return createTheme({
    palette: {
      mode: lamp === "up" ? "light" : "dark",
      primary: { main: ink.mat, contrastText: lamp === "up" ? "#FFFFFF" : "#10201E" },
      secondary: { main: ink.copper },
      error: { main: ink.stop },
      warning: { main: ink.caution },
      success: { main: ink.good },
      background: { default: ink.paper, paper: ink.card },
      text: { primary: ink.ink, secondary: ink.soft },
      divider: ink.line,
    },
    shape: { borderRadius: 6 },
    typography: {
      fontFamily: TEXT,
      fontSize: 15,
      button: { textTransform: "none", fontWeight: 600 },
      h1: { fontSize: 26, fontWeight: 700 },
      h2: { fontSize: 19, fontWeight: 700 },
      h3: { fontSize: 16, fontWeight: 700 },
    },
    transitions: { create: () => "none" },
    components: {
      MuiCssBaseline: {
        styleOverrides: {
          ":root": { ...variables(lamp), colorScheme: lamp === "up" ? "light" : "dark" },
          // A page that grows past the window while it is laid out moves nothing sideways.
          "html:has(#main)": { overflowY: "scroll" },
          body: { fontVariantNumeric: "tabular-nums" },
          "a:focus-visible, button:focus-visible, [tabindex]:not([role=presentation], [role=dialog], main):focus-visible":
            {
              outline: "3px solid var(--mat)",
              outlineOffset: 2,
            },
          ".mono": { fontFamily: MONO },
          ".key": {
            font: "inherit",
            fontSize: 13,
            fontWeight: 400,
            padding: "0 6px",
            border: "1px solid currentColor",
            borderRadius: 4,
          },
        },
      },
      MuiButtonBase: {
        defaultProps: { disableRipple: true },
        styleOverrides: { root: { fontFamily: TEXT } },
      },
      MuiPaper: { defaultProps: { elevation: 0, variant: "outlined" } },
      MuiButton: { defaultProps: { disableElevation: true } },
      MuiTextField: { defaultProps: { size: "small" } },
      MuiAutocomplete: { defaultProps: { size: "small" } },
      MuiToggleButtonGroup: { defaultProps: { size: "small" } },
      MuiToggleButton: {
        styleOverrides: {
          root: {
            textTransform: "none",
            color: ink.ink,
            padding: "5px 12px",
            "&.Mui-selected, &.Mui-selected:hover": {
              backgroundColor: ink.matWash,
              color: ink.ink,
              fontWeight: 700,
            },
          },
        },
      },
      MuiTab: {
        styleOverrides: { root: { textTransform: "none", fontSize: 15, minHeight: 44 } },
      },
      MuiTooltip: { defaultProps: { arrow: true } },
      MuiAlert: { defaultProps: { variant: "outlined" } },
    },
  });
}
