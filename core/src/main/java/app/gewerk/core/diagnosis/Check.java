package app.gewerk.core.diagnosis;

import app.gewerk.core.train.PartType;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Something to do to find out, as the knowledge file has it.
 *
 * @param types of parts it can be done on; for one of the whole machine, the part that must be reached for it
 * @param atPart true when the part must be in the open
 * @param runs true when the machine is run for it as it is
 */
record Check(
        String code,
        boolean ofPart,
        Set<PartType> types,
        double minutes,
        boolean atPart,
        boolean runs,
        Optional<Risk> risk,
        List<String> answers) {}
