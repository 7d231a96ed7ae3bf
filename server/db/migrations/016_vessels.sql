-- What a vessel holds, and what it has held since it was last rinsed: kept from the ledger alone, by one trigger.

-- Somebody rinsed a vessel. What was in it by the books left it with the same movement; taken back, it was never rinsed.
CREATE TABLE rinse (
  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
  vessel_id integer NOT NULL REFERENCES vessel,
  person_id integer REFERENCES person,
  at timestamptz NOT NULL,
  -- The last batch made in it before.
  after_batch integer NOT NULL,
  movement_id bigint REFERENCES movement
);
CREATE INDEX rinse_vessel ON rinse (vessel_id, id);
CREATE INDEX rinse_movement ON rinse (movement_id) WHERE movement_id IS NOT NULL;
INSERT INTO rinse (vessel_id, at, after_batch)
SELECT v.id, v.rinsed_at, coalesce((SELECT max(k.id) FROM batch k WHERE k.vessel_id = v.id AND k.made_at <= v.rinsed_at), 0)
FROM vessel v WHERE v.rinsed_at IS NOT NULL;
ALTER TABLE vessel DROP COLUMN rinsed_at;

-- The batch that is in a vessel. Books from before may have two in one; no new ones come to be.
CREATE TABLE vessel_holds (
  batch_id integer PRIMARY KEY REFERENCES batch,
  vessel_id integer NOT NULL REFERENCES vessel
);
CREATE INDEX vessel_holds_vessel ON vessel_holds (vessel_id);
INSERT INTO vessel_holds (batch_id, vessel_id)
SELECT k.id, k.vessel_id FROM batch k
WHERE EXISTS (SELECT FROM account a JOIN balance l ON l.account_id = a.id WHERE a.batch_id = k.id AND l.ul > 0);

-- Each product a vessel has held since it was last rinsed, with the newest batch that brought it.
CREATE TABLE vessel_held (
  vessel_id integer NOT NULL REFERENCES vessel,
  product_id integer NOT NULL REFERENCES product,
  batch_id integer NOT NULL REFERENCES batch,
  PRIMARY KEY (vessel_id, product_id)
);
CREATE INDEX batch_vessel_product ON batch (vessel_id, product_id, id);
CREATE INDEX movement_of_batch ON movement (batch_id, id) WHERE batch_id IS NOT NULL;
DROP INDEX movement_batch;

-- A batch whose making was taken back: it never was.
CREATE FUNCTION taken_back(batch integer) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT EXISTS (SELECT FROM movement r WHERE r.reverses =
    (SELECT m.id FROM movement m WHERE m.batch_id = batch ORDER BY m.batch_id, m.id LIMIT 1))
$$;

-- The last batch before a vessel was rinsed; 0 where it never was.
CREATE FUNCTION rinsed_after(vessel integer) RETURNS integer LANGUAGE sql STABLE AS $$
  SELECT coalesce((SELECT r.after_batch FROM rinse r
    WHERE r.vessel_id = vessel AND NOT EXISTS (SELECT FROM movement m WHERE m.reverses = r.movement_id)
    ORDER BY r.vessel_id, r.id DESC LIMIT 1), 0)
$$;

-- Works out anew what a vessel has held: the newest batch of each product that was not taken back, and what is in it.
CREATE FUNCTION recall_vessel_held(vessel integer) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public AS $$
  DELETE FROM vessel_held h
  WHERE h.vessel_id = vessel AND (h.batch_id <= rinsed_after(vessel) OR taken_back(h.batch_id));
  INSERT INTO vessel_held (vessel_id, product_id, batch_id)
  SELECT vessel, p.id, newest.id FROM product p
  CROSS JOIN LATERAL (
    SELECT k.id FROM batch k
    WHERE k.vessel_id = vessel AND k.product_id = p.id AND k.id > rinsed_after(vessel) AND NOT taken_back(k.id)
    ORDER BY k.vessel_id, k.product_id, k.id DESC LIMIT 1
  ) newest
  WHERE p.state <> 'water'
  ON CONFLICT (vessel_id, product_id) DO NOTHING;
  INSERT INTO vessel_held (vessel_id, product_id, batch_id)
  SELECT vessel, l.product_id, max(h.batch_id) FROM vessel_holds h JOIN account a ON a.batch_id = h.batch_id
  JOIN balance l ON l.account_id = a.id AND l.ul > 0 JOIN product p ON p.id = l.product_id AND p.state <> 'water'
  WHERE h.vessel_id = vessel GROUP BY l.product_id
  ON CONFLICT (vessel_id, product_id) DO NOTHING;
$$;

CREATE FUNCTION keep_vessels() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
  touched integer[];
  vessel integer;
BEGIN
  SELECT array_agg(DISTINCT a.batch_id) INTO touched
  FROM added p JOIN account a ON a.id = p.from_account OR a.id = p.to_account WHERE a.batch_id IS NOT NULL;
  IF touched IS NULL THEN RETURN NULL; END IF;

  DELETE FROM vessel_holds h WHERE h.batch_id = ANY(touched)
    AND NOT EXISTS (SELECT FROM account a JOIN balance l ON l.account_id = a.id WHERE a.batch_id = h.batch_id AND l.ul > 0);
  FOR vessel IN
    INSERT INTO vessel_holds (batch_id, vessel_id)
    SELECT k.id, k.vessel_id FROM batch k
    WHERE k.id = ANY(touched)
      AND EXISTS (SELECT FROM account a JOIN balance l ON l.account_id = a.id WHERE a.batch_id = k.id AND l.ul > 0)
    ON CONFLICT (batch_id) DO NOTHING RETURNING vessel_id
  LOOP
    IF (SELECT count(*) FROM vessel_holds h WHERE h.vessel_id = vessel) > 1 THEN
      RAISE EXCEPTION 'a vessel holds one batch at a time' USING ERRCODE = '23505', CONSTRAINT = 'one_batch_in_a_vessel';
    END IF;
  END LOOP;

  INSERT INTO vessel_held AS h (vessel_id, product_id, batch_id)
  SELECT k.vessel_id, p.product_id, max(k.id) FROM added p
  JOIN account a ON a.id = p.to_account JOIN batch k ON k.id = a.batch_id JOIN product q ON q.id = p.product_id
  WHERE q.state <> 'water' GROUP BY k.vessel_id, p.product_id
  ON CONFLICT (vessel_id, product_id) DO UPDATE SET batch_id = greatest(h.batch_id, excluded.batch_id)
    WHERE h.batch_id < excluded.batch_id;

  -- Something was taken back: what it put in was never there, and what it took out is there again.
  FOR vessel IN
    SELECT DISTINCT k.vessel_id FROM batch k WHERE k.id = ANY(touched)
      AND EXISTS (SELECT FROM added p JOIN movement m ON m.id = p.movement_id WHERE m.reverses IS NOT NULL)
  LOOP
    PERFORM recall_vessel_held(vessel);
  END LOOP;
  RETURN NULL;
END $$;
CREATE TRIGGER keep_vessels AFTER INSERT ON posting
  REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION keep_vessels();

CREATE FUNCTION forget_rinsed() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
BEGIN
  PERFORM recall_vessel_held(NEW.vessel_id);
  RETURN NULL;
END $$;
CREATE TRIGGER forget_rinsed AFTER INSERT ON rinse FOR EACH ROW EXECUTE FUNCTION forget_rinsed();

SELECT recall_vessel_held(id) FROM vessel;

-- Somebody looked and does not know: other than that nobody has looked.
ALTER TABLE product_trait ALTER COLUMN present DROP NOT NULL;

GRANT SELECT, INSERT ON rinse TO kettle_app;
GRANT SELECT ON vessel_holds, vessel_held TO kettle_app;
