"""Timings and sizes, each beside the last committed figure and a named baseline of the same run."""
