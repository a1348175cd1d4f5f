"""Writes: one a file of related ones, each one transaction; of a piece, one revision."""
