-- States of jobs have other names, and new ones: the program makes the lines of the list anew.
DELETE FROM shelf;
