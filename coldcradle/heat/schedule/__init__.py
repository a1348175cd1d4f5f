"""From the process to the programme, step by step."""
