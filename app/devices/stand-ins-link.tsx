/** To the page that plays the devices, in a window beside this one. */
export const StandInsLink = () => (
  <a href="/stand-ins" target="_blank" rel="noreferrer" style={{ color: "inherit", fontSize: 16 }}>
    Stand-in devices
  </a>
);
