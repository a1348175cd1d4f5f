"""Before: what must be true before the lid closes."""
