-- The most of a product there is room for: no order brings more.
UPDATE product SET record = record || '{"roomUl": null}' WHERE NOT record ? 'roomUl';
