-- A pump head sits on the container of one product, and measures no other.
ALTER TABLE measure ADD COLUMN product_id integer REFERENCES product CHECK (product_id IS NULL OR kind = 'pump');
CREATE INDEX measure_product ON measure (product_id) WHERE product_id IS NOT NULL;
