package app.gewerk.server.book;

import app.gewerk.core.AtMost;
import app.gewerk.core.account.Right;
import app.gewerk.server.attachment.Attachments;
import app.gewerk.server.http.Needs;
import app.gewerk.server.shop.Here;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A model's page in the device book, and the book as a file that travels. */
@RestController
@RequestMapping("/api/book")
class BookController {
    private final BookService book;
    private final TravelService travel;
    private final DidService did;
    private final Attachments attachments;

    BookController(BookService book, TravelService travel, DidService did, Attachments attachments) {
        this.book = book;
        this.travel = travel;
        this.did = did;
        this.attachments = attachments;
    }

    /**
     * How well Gewerk itself did.
     *
     * @param model of which alone
     * @param mine only what the person who asks has told
     */
    @GetMapping("/did")
    DidService.Did did(
            Here here,
            @RequestParam(required = false) @Nullable Long model,
            @RequestParam(defaultValue = "false") boolean mine) {
        return did.did(here, Optional.ofNullable(model), mine);
    }

    @GetMapping("/{modelId}")
    BookService.ModelPage page(Here here, @PathVariable long modelId) {
        return book.page(here, modelId);
    }

    record NewAdvice(@AtMost(2000) String advice) {}

    @PostMapping("/{modelId}/advice")
    @Needs(Right.BENCH)
    BookService.ModelPage advise(
            Here here,
            @PathVariable long modelId,
            @RequestBody NewAdvice line,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return book.advise(here, modelId, line.advice(), Optional.ofNullable(key));
    }

    @DeleteMapping("/advice/{adviceId}")
    @Needs(Right.BENCH)
    BookService.ModelPage takeBack(Here here, @PathVariable long adviceId) {
        return book.takeBack(here, adviceId);
    }

    /** A photograph of a job, copied into the book. */
    record NewPicture(
            long jobId, long photoId, @AtMost(2000) String shows) {}

    @PostMapping("/{modelId}/pictures")
    @Needs(Right.BENCH)
    BookService.ModelPage show(
            Here here,
            @PathVariable long modelId,
            @RequestBody NewPicture picture,
            @RequestHeader(name = "Idempotency-Key", required = false) @Nullable String key) {
        return book.show(here, modelId, picture.jobId(), picture.photoId(), picture.shows(), Optional.ofNullable(key));
    }

    @DeleteMapping("/pictures/{pictureId}")
    @Needs(Right.BENCH)
    BookService.ModelPage hide(Here here, @PathVariable long pictureId) {
        return book.hide(here, pictureId);
    }

    @GetMapping("/images/{imageId}")
    void image(Here here, @PathVariable long imageId, HttpServletResponse response) throws IOException {
        attachments.answer(here, book.image(here, imageId), response);
    }

    /** The whole book, to be read by another shop: no owner and no price is in it. */
    @GetMapping(value = "/file", produces = "application/zip")
    @Needs(Right.SHOP)
    void file(Here here, HttpServletResponse response) throws IOException {
        response.setContentType("application/zip");
        response.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"device-book.zip\"");
        travel.write(here, response.getOutputStream());
    }

    @PostMapping(value = "/file", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @Needs(Right.SHOP)
    TravelService.BookRead read(Here here, InputStream body) throws IOException {
        return travel.read(here, body);
    }

    /** Whose books were read. */
    @GetMapping("/origins")
    List<BookStore.Origin> origins(Here here) {
        return travel.origins(here);
    }

    @DeleteMapping("/origins/{origin}")
    @Needs(Right.SHOP)
    List<BookStore.Origin> takeOut(Here here, @PathVariable UUID origin) {
        return travel.takeOut(here, origin);
    }
}
