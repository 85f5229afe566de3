-- Queries are written with %20 for a blank and a plain tilde; those of views kept before are made alike, so that a view
-- is still known again by what it narrows down.
update saved_view set query = replace(replace(query, '+', '%20'), '%7E', '~');
