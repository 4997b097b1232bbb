-- What is kept as JSON says which format it is in. The two that were bare lists become objects that can say so; the
-- others gain the number, their names stay.
update way_in set steps = jsonb_build_object('format', 1, 'steps', steps) where jsonb_typeof(steps) = 'array';
update photo set marks = jsonb_build_object('format', 1, 'marks', marks) where jsonb_typeof(marks) = 'array';
update tooth_map set map = map || '{"format": 1}';
update machine_train set machine = machine || '{"format": 1}';
update teardown_step set step = step || '{"format": 1}';

alter table photo alter column marks set default '{"format": 1, "marks": []}';
alter table way_in add constraint way_in_format check (steps ? 'format');
alter table photo add constraint photo_marks_format check (marks ? 'format');
alter table tooth_map add constraint tooth_map_format check (map ? 'format');
alter table machine_train add constraint machine_train_format check (machine ? 'format');
alter table teardown_step add constraint teardown_step_format check (step ? 'format');
