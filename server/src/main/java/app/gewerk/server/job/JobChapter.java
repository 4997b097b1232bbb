package app.gewerk.server.job;

import app.gewerk.core.job.Step;
import app.gewerk.server.paper.PdfPage;
import app.gewerk.server.shop.Here;
import java.time.ZoneId;

/**
 * A feature's part of a job. It is found by Spring: what reads a job whole asks each chapter there is, in the order of the
 * bench, so that a new one is a class of its feature and no line anywhere else.
 *
 * @param <T> what is known of it, as the API tells it
 */
public interface JobChapter<T> {
    /** What it is called in the job's record. */
    String name();

    /** Where in the order of the bench it is written. */
    Step step();

    T state(Here here, long jobId);

    /** Its lines in the printed record; none while nothing is known. Moments are told as in the shop's zone. */
    void print(PdfPage page, T state, ZoneId zone);
}
