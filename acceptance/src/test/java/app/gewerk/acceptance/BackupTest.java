package app.gewerk.acceptance;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.net.URI;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import java.util.List;
import java.util.UUID;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;

/** Backups, whole and damaged: what is there is untouched, or replaced by all of what was backed up. */
@Tag("slow")
class BackupTest {
    private static final int JOBS = 12;
    private static final String KEPT = JOBS + " jobs, " + JOBS + " journal lines, 0 photographs";

    private static Installed installed;
    private static Path backup;

    @BeforeAll
    static void someData() {
        installed = new Installed();
        backup = installed.folder.resolve("own.backup");
        working(caller -> {
            for (int i = 0; i < JOBS; i++) {
                assertThat(caller.takeIn("it's number " + i + ": \u00bbclick\u00ab", "backed-up-" + i)
                                .statusCode())
                        .isEqualTo(201);
            }
        });
        assertThat(installed.done("backup", backup.toString()).said()).contains("your own data, " + KEPT);
    }

    @AfterAll
    static void tidyUp() {
        installed.close();
    }

    private interface Work {
        void at(ApiCaller caller);
    }

    /** Starts, works, and closes again. */
    private static void working(Work work) {
        Installed.Started started = installed.run("start", "--empty");
        String address = started.address();
        try {
            Installed.answersAgain(address);
            work.at(new ApiCaller(path -> URI.create(address + path), "Mara"));
        } finally {
            started.interrupt();
            started.waitForEnd();
        }
    }

    /** What is there is counted as it is backed up. */
    private static void everyJobIsThere() {
        assertThat(installed
                        .done(
                                "backup",
                                installed
                                        .folder
                                        .resolve("again-" + UUID.randomUUID())
                                        .toString())
                        .said())
                .contains("your own data, " + KEPT);
    }

    private static void nothingRuns() {
        assertThat(RunningGewerk.run(List.of("ps", "-eo", "args")))
                .as("PostgreSQL is not left running")
                .doesNotContain("-D " + installed.read(installed.state("cluster-own")));
    }

    private static void refused(byte[] file, String why) throws IOException {
        Path damaged = installed.folder.resolve("damaged-" + UUID.randomUUID());
        Files.write(damaged, file);
        Installed.Started restore = installed.done("restore", damaged.toString());
        assertThat(restore.process.exitValue()).as(why + ": " + restore.said()).isEqualTo(1);
        assertThat(restore.said()).as(why).contains("nothing was changed");
    }

    private static byte[] dump(byte[] file) {
        int line = 0;
        while (file[line] != '\n') {
            line++;
        }
        return Arrays.copyOfRange(file, line + 1, file.length);
    }

    @Test
    void aDamagedFileChangesNothing() throws IOException {
        byte[] whole = Files.readAllBytes(backup);
        for (int quarter = 0; quarter < 4; quarter++) {
            int at = whole.length * quarter / 4 + (quarter == 0 ? 0 : 7);
            refused(Arrays.copyOf(whole, at), "cut at " + at + " of " + whole.length);
        }
        refused(Arrays.copyOf(whole, whole.length - 200), "without its last 200 bytes");
        for (int quarter = 0; quarter < 4; quarter++) {
            int at = whole.length * quarter / 4 + 60;
            byte[] changed = whole.clone();
            changed[at] ^= 0x10;
            refused(changed, "byte " + at + " changed");
        }
        refused("photographs of gears".getBytes(StandardCharsets.UTF_8), "something else");
        // From before backups had a first line with a check sum: read into a database beside, and thrown away there.
        byte[] older = dump(whole);
        refused(Arrays.copyOf(older, older.length / 2), "half an older one");
        refused(Arrays.copyOf(older, older.length - 200), "an older one without its last 200 bytes");
        nothingRuns();
        everyJobIsThere();
    }

    @Test
    void aWholeFileTakesThePlaceOfWhatIsThereOnceItHasAnswered() throws IOException {
        working(caller -> assertThat(caller.takeIn("taken in after the backup", "after-backup")
                        .statusCode())
                .isEqualTo(201));
        Installed.Started restore = installed.done("restore", backup.toString());
        assertThat(restore.said()).contains("Restored your own data").contains(KEPT);
        nothingRuns();
        assertThat(installed.state("restored-own")).exists();
        working(caller -> {
            assertThat(caller.get("/api/job/rack").body()).contains("\"count\":" + JOBS + ",");
            assertThat(caller.get("/api/job?find=after%20the%20backup").body()).isEqualTo("[]");
            assertThat(caller.get("/api/job?find=number%207").body()).contains("it's number 7: \u00bbclick\u00ab");
            org.awaitility.Awaitility.await().until(() -> !Files.exists(installed.state("restored-own")));
        });
    }

    @Test
    void aBackupSaysWhoseItIsAndGoesBackThere() throws IOException {
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(backup)))
                .isEqualTo("rw-------");
        assertThat(new String(Files.readAllBytes(backup), StandardCharsets.ISO_8859_1))
                .startsWith("GEWERK BACKUP 1 own " + JOBS + " " + JOBS + " 0 ");
        Installed.Started wrong = installed.done("restore", "--demo", backup.toString());
        assertThat(wrong.process.exitValue()).isEqualTo(1);
        assertThat(wrong.said()).contains("without --demo").contains("nothing was changed");
        Installed.Started none = installed.done("backup", "--demo", backup + ".demo");
        assertThat(none.process.exitValue()).isEqualTo(1);
        assertThat(none.said()).contains("there is no demo here");
        assertThat(Path.of(backup + ".demo")).doesNotExist();
        assertThat(installed.done("backup").process.exitValue()).isEqualTo(2);
    }

    private static byte[] dumped(String database) throws IOException {
        Path file = installed.folder.resolve(database + ".dump");
        ProcessBuilder dump = new ProcessBuilder(
                System.getenv("GEWERK_TEST_PGBIN") + "/pg_dump",
                "-Fc",
                "-d",
                System.getenv("GEWERK_TEST_DB_URL")
                                .replace(
                                        "jdbc:postgresql://",
                                        "postgresql://" + System.getenv("GEWERK_TEST_DB_USER") + "@")
                        + database,
                "-f",
                file.toString());
        dump.environment().put("PGPASSWORD", System.getenv("GEWERK_TEST_DB_PASSWORD"));
        assertThat(dump.start().onExit().join().exitValue()).isZero();
        return Files.readAllBytes(file);
    }

    /** What each schema needed for a job, its journal and the things that changed since. */
    private static final List<String> OF_THE_FIRST = List.of(
            "insert into job_caution (job_id, shop_id, hazard, ticked_by, ticked_at) values (1, 1, 'mains', 1, now())",
            "insert into gear_reading (job_id, shop_id, position, what, instrument, typed, values_mm, read_by, read_at) values (1, 1, 0, 'tipDiameter', 'caliper', '13.0', '{13}', 1, now())");

    @Test
    void aDumpOfAnOlderSchemaIsBroughtUpToTodays() throws IOException {
        String name = "older_" + UUID.randomUUID().toString().substring(0, 8);
        String url = System.getenv("GEWERK_TEST_DB_URL");
        RunningGewerk.sql("postgres", "create database " + name);
        Flyway.configure()
                .dataSource(url + name, System.getenv("GEWERK_TEST_DB_USER"), System.getenv("GEWERK_TEST_DB_PASSWORD"))
                .target("1")
                .load()
                .migrate();
        RunningGewerk.sql(
                name,
                "insert into shop (name, currency, time_zone) values ('Then', 'EUR', 'UTC')",
                "insert into person (shop_id, name) values (1, 'Mara')",
                "insert into machine_model (shop_id, kind, maker, name) values (1, 'modelCrane', 'Holmgarde', 'Hoist 12')",
                "insert into job (shop_id, tray_number, machine_model_id, serial, era, owner_name, owner_phone, complaint, came_with, place, waits_for, find_text, taken_in_at, moved_at)"
                        + " values (1, 1, 1, '', '', '', '', 'from the first schema', '', 'onTheBench', '', 'first schema', now(), now())",
                "insert into journal (job_id, shop_id, at, person_id, step, what, why) values (1, 1, now(), 1, 'takeIn', 'Taken in', '')");
        RunningGewerk.sql(name, OF_THE_FIRST.toArray(String[]::new));
        Path file = installed.folder.resolve("first-schema");
        Files.write(file, dumped(name));
        RunningGewerk.sql("postgres", "drop database " + name);
        Installed.Started restore = installed.done("restore", file.toString());
        assertThat(restore.said()).contains("Restored your own data").contains("1 jobs, 1 journal lines");
        working(caller -> {
            assertThat(caller.get("/api/job/1").body()).contains("from the first schema");
            assertThat(caller.get("/api/handback/1/job.json").statusCode()).isEqualTo(200);
        });
        assertThat(installed.done("restore", backup.toString()).said()).contains(KEPT);
        everyJobIsThere();
    }

    @Test
    void somebodyElsesDumpIsRefused() throws IOException {
        String name = "theirs_" + UUID.randomUUID().toString().substring(0, 8);
        RunningGewerk.sql("postgres", "create database " + name);
        RunningGewerk.sql(name, "create table job (id bigint)", "insert into job values (1)");
        byte[] theirs = dumped(name);
        RunningGewerk.sql("postgres", "drop database " + name);
        refused(theirs, "another application's");
        nothingRuns();
    }
}
