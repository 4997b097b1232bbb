package app.gewerk.server.job;

import app.gewerk.server.shop.Here;

/** Something that must be so before a machine is called ready to go. Found by Spring, as many as there are. */
public interface BeforeReady {
    /** @throws app.gewerk.core.words.Refused saying what is to be done first */
    void requireReady(Here here, long jobId);
}
