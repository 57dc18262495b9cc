"""Groups, a person, their screening, and lists in and out."""
