package app.gewerk.core.diagnosis;

import java.util.List;
import java.util.Set;

/**
 * Something to do to find out, as the knowledge file has it.
 *
 * @param types of parts it can be done on; for one of the whole machine, the part that must be reached for it
 * @param atPart true when the part must be in the open
 */
record Check(
        String code,
        String words,
        boolean ofPart,
        Set<String> types,
        double minutes,
        boolean atPart,
        String risk,
        List<String> answers) {}
