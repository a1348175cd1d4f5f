/** The entries of a kiln, in the order in which its owner remembers them. */
export const KILN_FIELDS = [
  { name: 'power', label: 'Full power', start: '3 kW' },
  { name: 'rise', label: 'Empty to 800 °C', hint: 'at full power', start: '4 h' },
  { name: 'fall', label: '500 °C to 100 °C', hint: 'off, lid shut, empty', start: '8 h' },
  {
    name: 'first_hour',
    label: 'First hour after off',
    hint: 'falls so far, if remembered',
    start: '',
  },
  { name: 'room', label: 'Room at the time', start: '18 °C' },
  { name: 'highest', label: 'Made for at most', start: '950 °C' },
  { name: 'width', label: 'Inside width', start: '400 mm' },
  { name: 'depth', label: 'Inside depth', start: '400 mm' },
  { name: 'height', label: 'Inside height', start: '300 mm' },
] as const

/** What must stay free in it, and the way in. */
export const ROOM_FIELDS = [
  { name: 'between', label: 'Between pieces', hint: 'stays free' },
  { name: 'to_wall', label: 'To a wall', hint: 'stays free' },
  { name: 'under', label: 'Under an element', hint: 'stays free' },
  { name: 'door_width', label: 'Door, wide', hint: 'where it is narrower' },
  { name: 'door_height', label: 'Door, high', hint: 'where it is lower' },
] as const

export const LININGS = [
  { key: 'unknown', name: 'not known' },
  { key: 'fibre', name: 'fibre' },
  { key: 'light-brick', name: 'light brick' },
  { key: 'hard-brick', name: 'hard brick' },
] as const

/** What its controller takes, and how far its thermometer is off. */
export const CONTROLLER_FIELDS = [
  { name: 'finest', label: 'Rates in steps of', hint: 'of its own degrees an hour' },
  { name: 'fastest', label: 'Fastest rate it takes', hint: 'of its own degrees an hour' },
  { name: 'sensor', label: 'Thermometer shows', hint: 'more than the middle has' },
  { name: 'price', label: 'A kWh costs', hint: 'in your money' },
] as const
