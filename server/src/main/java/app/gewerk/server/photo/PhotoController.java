package app.gewerk.server.photo;

import app.gewerk.core.Wire;
import app.gewerk.core.job.Step;
import app.gewerk.server.shop.Here;
import java.io.InputStream;
import java.time.Duration;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/photo/{jobId}")
class PhotoController {
    private final PhotoService photos;

    PhotoController(PhotoService photos) {
        this.photos = photos;
    }

    record Draw(int version, List<PhotoService.DrawnMark> marks) {}

    @GetMapping
    List<PhotoService.Photo> photos(@PathVariable long jobId) {
        return photos.photos(jobId);
    }

    /** One file as the body, as it comes from the camera. The key keeps a file sent twice from being kept twice. */
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    PhotoService.Photo keep(
            Here here,
            @PathVariable long jobId,
            @RequestParam String key,
            @RequestParam String step,
            @RequestParam(defaultValue = "") String teardownKey,
            @RequestParam(defaultValue = "") String name,
            InputStream body) {
        return photos.keep(here, jobId, key, Wire.parse(Step.class, step), teardownKey, name, body);
    }

    @PutMapping("/{id}/marks")
    PhotoService.Photo mark(Here here, @PathVariable long jobId, @PathVariable long id, @RequestBody Draw draw) {
        return photos.mark(here, jobId, id, draw.version(), draw.marks());
    }

    @DeleteMapping("/{id}")
    List<PhotoService.Photo> remove(Here here, @PathVariable long jobId, @PathVariable long id) {
        return photos.remove(here, jobId, id);
    }

    @GetMapping("/{id}/image.jpg")
    ResponseEntity<byte[]> image(@PathVariable long jobId, @PathVariable long id) {
        return jpeg(photos.image(jobId, id, false));
    }

    @GetMapping("/{id}/thumbnail.jpg")
    ResponseEntity<byte[]> thumbnail(@PathVariable long jobId, @PathVariable long id) {
        return jpeg(photos.image(jobId, id, true));
    }

    private static ResponseEntity<byte[]> jpeg(byte[] bytes) {
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(30)).cachePrivate().immutable())
                .body(bytes);
    }
}
