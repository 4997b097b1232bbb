package app.gewerk.server.book;

import app.gewerk.core.device.Chapter;
import app.gewerk.core.words.Refused;
import app.gewerk.server.shop.StoredJson;
import java.io.Closeable;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.zip.ZipEntry;
import java.util.zip.ZipException;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;

/**
 * The book as a file: a zip of {@code book.json}, which comes first and says whose chapters there are; for every model {@code
 * models/000001/ORIGIN.json} and its pictures {@code models/000001/ORIGIN/1.jpg}; and last {@code models.csv} and {@code
 * culprits.csv} for spreadsheets, which are not read back. What is in it is in {@code docs/book.md}.
 */
@Component
class BookFile {
    static final int VERSION = 1;
    private static final String FORMAT = "gear repair device book";

    private static final long MOST_PACKED = 400L << 20;
    private static final long MOST_UNPACKED = 2L << 30;
    private static final int MOST_JSON = 4 << 20;
    private static final int MOST_PICTURE = 12 << 20;
    private static final int MOST_ENTRIES = 300_000;
    private static final int MOST_ORIGINS = 1000;
    private static final Pattern CHAPTER = Pattern.compile("models/(\\d{6})/([0-9a-f-]{36})\\.json");
    private static final Pattern PICTURE = Pattern.compile("models/(\\d{6})/([0-9a-f-]{36})/(\\d{1,3})\\.jpg");
    /** Zip files tell times from here on; a book says when it was written elsewhere. */
    private static final FileTime NO_TIME = FileTime.fromMillis(315_532_800_000L);

    private final StoredJson json;

    BookFile(StoredJson json) {
        this.json = json;
    }

    /** Whose chapters, and as of when. */
    record Origin(UUID origin, String name, OffsetDateTime asOf) {}

    /** {@code book.json}. */
    record Cover(
            @Nullable String book,
            int version,
            @Nullable String writtenOn,
            @Nullable List<Whose> origins) {
        record Whose(
                @Nullable String origin,
                @Nullable String name,
                @Nullable String asOf) {}
    }

    /** Writes one picture out. */
    interface Image {
        void to(OutputStream out) throws IOException;
    }

    /** What one shop knows of a model, with its pictures in the order in which the chapter names them. */
    record Page(Chapter chapter, List<Image> images) {}

    /** Told of what is in a book, in its order. */
    interface Reader {
        default void chapter(int number, UUID origin, Chapter chapter) {}

        /** @param picture its place in the chapter's list, from 0 */
        default void picture(int number, UUID origin, int picture, byte[] jpeg) throws IOException {}
    }

    // Writing

    Writer writer(OutputStream out, List<Origin> origins, OffsetDateTime now) throws IOException {
        return new Writer(out, origins, now);
    }

    final class Writer implements Closeable {
        private final ZipOutputStream zip;
        private final List<List<Object>> models = new ArrayList<>();
        private final List<List<Object>> culprits = new ArrayList<>();

        private Writer(OutputStream out, List<Origin> origins, OffsetDateTime now) throws IOException {
            zip = new ZipOutputStream(out);
            Cover cover = new Cover(
                    FORMAT,
                    VERSION,
                    now.toString(),
                    origins.stream()
                            .sorted(Comparator.comparing(o -> o.origin.toString()))
                            .map(o -> new Cover.Whose(
                                    o.origin.toString(),
                                    o.name,
                                    o.asOf.toInstant().toString()))
                            .toList());
            entry("book.json", o -> o.write(json.written(cover).getBytes(StandardCharsets.UTF_8)));
        }

        /** @param number of the model in the file, from 1 */
        void write(int number, Map<UUID, Page> pages) throws IOException {
            for (Map.Entry<UUID, Page> page : pages.entrySet()) {
                Chapter chapter = page.getValue().chapter();
                String name = "models/%06d/%s".formatted(number, page.getKey());
                byte[] text = json.written(StoredChapter.of(chapter)).getBytes(StandardCharsets.UTF_8);
                entry(name + ".json", o -> o.write(text));
                for (int n = 0; n < page.getValue().images().size(); n++) {
                    entry(
                            name + "/" + (n + 1) + ".jpg",
                            page.getValue().images().get(n));
                }
                models.add(List.of(
                        number,
                        page.getKey(),
                        chapter.kind(),
                        chapter.maker(),
                        chapter.model(),
                        chapter.seen(),
                        chapter.told()));
                chapter.culprits().forEach((fault, jobs) -> culprits.add(List.of(number, page.getKey(), fault, jobs)));
            }
        }

        private void entry(String name, Image content) throws IOException {
            ZipEntry entry = new ZipEntry(name);
            entry.setLastModifiedTime(NO_TIME);
            zip.putNextEntry(entry);
            content.to(zip);
            zip.closeEntry();
        }

        private void table(String name, List<String> head, List<List<Object>> rows) throws IOException {
            StringBuilder text = new StringBuilder();
            try (CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180)) {
                printer.printRecord(head);
                for (List<Object> row : rows) {
                    printer.printRecord(row);
                }
            }
            entry(name, o -> o.write(text.toString().getBytes(StandardCharsets.UTF_8)));
        }

        @Override
        public void close() throws IOException {
            table("models.csv", List.of("number", "origin", "kind", "maker", "model", "seen", "told"), models);
            table("culprits.csv", List.of("number", "origin", "fault", "jobs"), culprits);
            zip.finish();
        }
    }

    // Reading

    /** Takes a file in, no larger than a book may be. */
    static void spool(InputStream upload, Path to) throws IOException {
        try (OutputStream out = Files.newOutputStream(to)) {
            byte[] some = new byte[1 << 16];
            long all = 0;
            for (int n = upload.read(some); n >= 0; n = upload.read(some)) {
                all += n;
                if (all > MOST_PACKED) {
                    throw new Refused("travel.tooLarge", "most", MOST_PACKED >> 20);
                }
                out.write(some, 0, n);
            }
        }
    }

    /**
     * Reads a book, telling the reader what is in it.
     *
     * @return whose chapters there are
     * @throws Refused if it is no book, of a later version, not whole, unpacks to more than a book can, or tells what cannot be
     */
    List<Origin> read(InputStream in, Reader reader) throws IOException {
        try (ZipInputStream zip = new ZipInputStream(in)) {
            return new Reading(zip, reader).all();
        } catch (ZipException | EOFException broken) {
            throw new Refused("travel.broken");
        } catch (IllegalArgumentException notNamed) {
            // ZipInputStream says so of names that are no text.
            throw new Refused("travel.broken");
        }
    }

    private final class Reading {
        private final ZipInputStream zip;
        private final Reader reader;
        /** Of each chapter, how many pictures it names. */
        private final Map<String, Integer> pictures = new HashMap<>();

        private final Set<String> seen = new HashSet<>();
        private long unpacked;

        Reading(ZipInputStream zip, Reader reader) {
            this.zip = zip;
            this.reader = reader;
        }

        List<Origin> all() throws IOException {
            ZipEntry first = zip.getNextEntry();
            if (first == null || !first.getName().equals("book.json")) {
                throw new Refused("travel.noBook");
            }
            List<Origin> origins = origins(cover(text(bytes(first, MOST_JSON))));
            Set<String> named = new HashSet<>();
            origins.forEach(o -> named.add(o.origin.toString()));
            int entries = 0;
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (++entries > MOST_ENTRIES || !seen.add(entry.getName())) {
                    throw new Refused("travel.broken");
                }
                Matcher chapter = CHAPTER.matcher(entry.getName());
                Matcher picture = PICTURE.matcher(entry.getName());
                if (chapter.matches() && named.contains(chapter.group(2))) {
                    read(chapter, entry);
                } else if (picture.matches() && named.contains(picture.group(2))) {
                    readPicture(picture, entry);
                } else {
                    skip(entry);
                }
            }
            if (!seen.contains("culprits.csv")) {
                // The last that is written: without it the file was cut off.
                throw new Refused("travel.broken");
            }
            return origins;
        }

        private Cover cover(String text) {
            Cover cover = parsed(text, Cover.class);
            if (!FORMAT.equals(cover.book)) {
                throw new Refused("travel.noBook");
            }
            if (cover.version > VERSION) {
                throw new Refused("travel.later", "version", cover.version, "known", VERSION);
            }
            return cover;
        }

        private List<Origin> origins(Cover cover) {
            List<Origin> origins = new ArrayList<>();
            for (Cover.Whose whose : StoredJson.list(cover.origins)) {
                try {
                    String name = StoredJson.text(whose.name).strip();
                    if (name.isEmpty() || name.length() > 200 || origins.size() == MOST_ORIGINS) {
                        throw new Refused("travel.broken");
                    }
                    origins.add(new Origin(
                            UUID.fromString(StoredJson.text(whose.origin)),
                            name,
                            OffsetDateTime.parse(StoredJson.text(whose.asOf))));
                } catch (DateTimeException | IllegalArgumentException broken) {
                    throw new Refused("travel.broken");
                }
            }
            return origins;
        }

        private void read(Matcher name, ZipEntry entry) throws IOException {
            StoredChapter stored = parsed(text(bytes(entry, MOST_JSON)), StoredChapter.class);
            if (stored.format() > StoredChapter.FORMAT) {
                throw new Refused("travel.later", "version", stored.format(), "known", StoredChapter.FORMAT);
            }
            Chapter chapter = chapter(stored, entry.getName());
            chapter.absurd().ifPresent(why -> {
                throw new Refused(List.of(why));
            });
            pictures.put(name.group(1) + name.group(2), chapter.pictures().size());
            reader.chapter(Integer.parseInt(name.group(1)), UUID.fromString(name.group(2)), chapter);
        }

        /** Refusals of the parts a chapter is made of, and of words and days that are none, are the chapter's. */
        private Chapter chapter(StoredChapter stored, String entry) {
            try {
                return stored.chapter();
            } catch (Refused | DateTimeException | IllegalArgumentException | NullPointerException wrong) {
                throw new Refused("travel.chapter", "entry", entry);
            }
        }

        private void readPicture(Matcher name, ZipEntry entry) throws IOException {
            byte[] jpeg = bytes(entry, MOST_PICTURE);
            int named = pictures.getOrDefault(name.group(1) + name.group(2), 0);
            int number = Integer.parseInt(name.group(3)) - 1;
            boolean isJpeg = jpeg.length > 3 && (jpeg[0] & 0xff) == 0xff && (jpeg[1] & 0xff) == 0xd8;
            if (number < 0 || number >= named || !isJpeg) {
                throw new Refused("travel.chapter", "entry", entry.getName());
            }
            reader.picture(Integer.parseInt(name.group(1)), UUID.fromString(name.group(2)), number, jpeg);
        }

        private byte[] bytes(ZipEntry entry, int most) throws IOException {
            byte[] bytes = zip.readNBytes(most + 1);
            if (bytes.length > most) {
                throw new Refused("travel.bomb", "entry", shown(entry));
            }
            count(bytes.length, entry);
            return bytes;
        }

        private void skip(ZipEntry entry) throws IOException {
            byte[] some = new byte[1 << 16];
            for (int n = zip.read(some); n >= 0; n = zip.read(some)) {
                count(n, entry);
            }
        }

        private void count(int more, ZipEntry entry) {
            unpacked += more;
            if (unpacked > MOST_UNPACKED) {
                throw new Refused("travel.bomb", "entry", shown(entry));
            }
        }

        private static String shown(ZipEntry entry) {
            return entry.getName().substring(0, Math.min(80, entry.getName().length()));
        }

        private static String text(byte[] utf8) {
            return new String(utf8, StandardCharsets.UTF_8);
        }

        private <T extends Record> T parsed(String text, Class<T> form) {
            try {
                return Optional.ofNullable(json.read(text, form)).orElseThrow(() -> new Refused("travel.broken"));
            } catch (JacksonException | UncheckedIOException broken) {
                throw new Refused("travel.broken");
            }
        }
    }
}
