"""Files of strangers are opened in a process of their own, with a bound on its time and memory."""
