"""What people take home: which exercises, at which dose, at which moment of the day, in words for one who is alone."""
