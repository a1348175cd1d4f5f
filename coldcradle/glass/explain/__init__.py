"""The numbers of glass in words: figures with their working."""
