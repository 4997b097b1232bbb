package app.gewerk.server.making;

import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** Answers that are kept as a file. */
final class Files {
    private Files() {}

    static ResponseEntity<byte[]> attached(byte[] bytes, String name, String type) {
        return ResponseEntity.ok()
                .contentType(MediaType.valueOf(type))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(bytes);
    }
}
