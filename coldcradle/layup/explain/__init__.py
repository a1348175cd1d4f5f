"""Numbers of lay-up in words: figures with their working."""
