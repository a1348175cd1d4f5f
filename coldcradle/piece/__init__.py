"""The piece: its stages planned in the order of what takes what."""
