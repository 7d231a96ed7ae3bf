-- Under how much of a product more is ordered; none: as the open one nears its end.
UPDATE product SET record = record || '{"reorderUl": null}' WHERE NOT record ? 'reorderUl';
