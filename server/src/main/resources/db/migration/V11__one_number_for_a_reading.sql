-- The number that belongs to a reading (teeth, pitches, thickness of pins) is one column: another kind of reading needs
-- none of its own.
alter table gear_reading add column parameter double precision;
update gear_reading set parameter = case what
    when 'span' then over_teeth
    when 'chordOverTips' then pitches
    when 'pitchesAlong' then pitches
    when 'overPins' then pin_diameter_mm
    when 'centreDistance' then mate_tooth_count
end;
alter table gear_reading
    drop column over_teeth, drop column pitches, drop column pin_diameter_mm, drop column mate_tooth_count,
    add check (parameter > 0);
comment on column gear_reading.parameter is
    'teeth of a span, pitches of a chord or a length, thickness of pins in mm, teeth of the mate of a centre distance';
