"""What a computation says: figures with their working, findings, graphs."""
