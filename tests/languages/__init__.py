"""Other languages, to try that one file is enough for one."""
