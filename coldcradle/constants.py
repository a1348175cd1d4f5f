"""Constants of nature that several stations need, in SI."""

__all__ = ["GRAVITY"]

GRAVITY = 9.80665  # standard gravity, m/s² (CGPM 1901)
