-- What came with a delivery, and which clocks ran with a batch, are asked for by these.
CREATE INDEX container_delivery ON container (delivery_id) WHERE delivery_id IS NOT NULL;
CREATE INDEX clock_batch ON clock (batch_id) WHERE batch_id IS NOT NULL;
