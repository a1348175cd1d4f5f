/** The entries of a kiln, in the order in which its owner remembers them. */
export const KILN_FIELDS = [
  { name: 'power', label: 'Full power', start: '3 kW' },
  { name: 'rise', label: 'Empty to 800 °C', hint: 'at full power', start: '4 h' },
  { name: 'fall', label: '500 °C to 100 °C', hint: 'off, lid shut, empty', start: '8 h' },
  { name: 'room', label: 'Room at the time', start: '18 °C' },
  { name: 'highest', label: 'Made for at most', start: '950 °C' },
  { name: 'width', label: 'Inside width', start: '400 mm' },
  { name: 'depth', label: 'Inside depth', start: '400 mm' },
  { name: 'height', label: 'Inside height', start: '300 mm' },
] as const
