"""The first station: the inside of a cradle, how it was measured, and how much it holds."""
