package app.gewerk.server.photo;

import app.gewerk.core.Wire;
import app.gewerk.core.account.Right;
import app.gewerk.core.job.Step;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.COUNTER)
@RequestMapping("/api/photo/{jobId}")
class PhotoController {
    private final PhotoService photos;
    private final Attachments attachments;

    PhotoController(PhotoService photos, Attachments attachments) {
        this.photos = photos;
        this.attachments = attachments;
    }

    record Draw(int version, List<PhotoService.DrawnMark> marks) {}

    @GetMapping
    List<PhotoService.Photo> photos(Here here, @PathVariable long jobId) {
        return photos.photos(here, jobId);
    }

    @GetMapping("/found-and-now")
    PhotoService.FoundAndNow foundAndNow(Here here, @PathVariable long jobId) {
        return photos.foundAndNow(here, jobId);
    }

    /** One file as the body, as it comes from the camera. The key keeps a file sent twice from being kept twice. */
    @PostMapping(consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    @Needs.AlsoPhone
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
    PhotoService.Photo mark(
            Here here,
            @PathVariable long jobId,
            @PathVariable long id,
            @RequestBody Draw draw,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return photos.mark(here, jobId, id, draw.version(), draw.marks(), Optional.ofNullable(key));
    }

    @DeleteMapping("/{id}")
    @Needs(Right.BENCH)
    List<PhotoService.Photo> remove(Here here, @PathVariable long jobId, @PathVariable long id) {
        return photos.remove(here, jobId, id);
    }

    @GetMapping("/{id}/image.jpg")
    void image(Here here, @PathVariable long jobId, @PathVariable long id, HttpServletResponse response)
            throws IOException {
        attachments.answer(here, photos.image(here, jobId, id, false), response);
    }

    @GetMapping("/{id}/thumbnail.jpg")
    void thumbnail(Here here, @PathVariable long jobId, @PathVariable long id, HttpServletResponse response)
            throws IOException {
        attachments.answer(here, photos.image(here, jobId, id, true), response);
    }
}
