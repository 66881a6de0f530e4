/** The colours of the drawing table; app.css has the same names for the interface. */
export const tokens = {
  chalk: '#F6F3EC',
  paper: '#FBFAF6',
  fog: '#E6E9E8',
  slate: '#1F2B33',
  shale: '#5C6B73',
  kelp: '#1F6F5C',
  gorse: '#D99A0B',
  heather: '#7A4A86',
  tide: '#2C6E9B',
  rust: '#B0452A',
  lichen: '#A9B48A'
} as const;
