"""The fourth station: what the kiln must do, and what limits each step of it."""
