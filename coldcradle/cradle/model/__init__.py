"""What measuring a cradle comes to: plain functions of readings in SI units."""
