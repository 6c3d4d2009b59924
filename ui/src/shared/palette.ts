// Written by `make generate`; change the table that it comes from.

/** The colour of each role in both themes. */
export const palette = {
  ground: { paper: '#f6f3ec', lamp: '#211f1b' },
  sheet: { paper: '#fffdf8', lamp: '#2b2823' },
  ink: { paper: '#1f2a37', lamp: '#efe8da' },
  faint: { paper: '#5d6168', lamp: '#b3aa9b' },
  rule: { paper: '#cfc8b8', lamp: '#575146' },
  verdigris: { paper: '#1f6f66', lamp: '#72c4b7' },
  onVerdigris: { paper: '#fffdf8', lamp: '#17201e' },
  tonal: { paper: '#dfe5de', lamp: '#2c3733' },
  line: { paper: '#8a8577', lamp: '#8d8576' },
  rootLine: { paper: '#96610f', lamp: '#e5a54b' },
  marigold: { paper: '#d9902f', lamp: '#e5a54b' },
  onMarigold: { paper: '#1f2a37', lamp: '#211f1b' },
  plum: { paper: '#7a3e65', lamp: '#d99cc3' },
  brick: { paper: '#b5462f', lamp: '#ee8d73' },
  onBrick: { paper: '#fffdf8', lamp: '#211f1b' },
} as const
