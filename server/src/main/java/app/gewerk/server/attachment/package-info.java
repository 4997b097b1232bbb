/** Bytes that belong to a job: photographs now, recordings, scans and made files to come. */
@NullMarked
package app.gewerk.server.attachment;

import org.jspecify.annotations.NullMarked;
