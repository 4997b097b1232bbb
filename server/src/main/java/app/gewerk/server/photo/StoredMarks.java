package app.gewerk.server.photo;

import static app.gewerk.server.shop.StoredJson.text;

import app.gewerk.core.Wire;
import app.gewerk.server.photo.PhotoService.DrawnMark;
import app.gewerk.server.photo.PhotoService.Shape;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is drawn on a photograph as it is kept, format 1. */
record StoredMarks(int format, List<Drawn> marks) {

    /** Places as parts of width and height. */
    record Drawn(
            String shape,
            double fromX,
            double fromY,
            double toX,
            double toY,
            @Nullable String words) {}

    static StoredMarks of(List<DrawnMark> marks) {
        return new StoredMarks(
                1,
                marks.stream()
                        .map(m -> new Drawn(Wire.word(m.shape()), m.fromX(), m.fromY(), m.toX(), m.toY(), m.words()))
                        .toList());
    }

    List<DrawnMark> drawn() {
        return marks.stream()
                .map(m ->
                        new DrawnMark(Wire.parse(Shape.class, m.shape), m.fromX, m.fromY, m.toX, m.toY, text(m.words)))
                .toList();
    }
}
