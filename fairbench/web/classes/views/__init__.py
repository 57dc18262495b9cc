"""The pages of a class, in the order of the day: today, before, teach, record, history."""
