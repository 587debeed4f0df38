-- In which currency prices are asked. A delivery that was sealed before named none: XXX is the code for that.
ALTER TABLE house ADD COLUMN currency text NOT NULL DEFAULT '' CHECK (currency ~ '^([A-Z]{3})?$');
UPDATE delivery
   SET terms = jsonb_set(terms, '{price}',
               CASE WHEN (terms->>'price')::int = 0 THEN 'null'::jsonb
                    ELSE jsonb_build_object('units', terms->'price', 'currency', 'XXX') END)
 WHERE jsonb_typeof(terms->'price') = 'number';
