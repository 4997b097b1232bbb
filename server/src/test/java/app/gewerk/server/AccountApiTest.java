package app.gewerk.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.gewerk.core.account.Role;
import jakarta.servlet.http.Cookie;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import tools.jackson.databind.JsonNode;

/** Coming in, staying in, and being kept out. */
@NetworkTest
class AccountApiTest {
    private static final Cookie NOBODY = new Cookie("nobody", "here");

    @Autowired
    private Api api;

    @Autowired
    private Staff staff;

    @Autowired
    private Owner owner;

    @BeforeEach
    void overTls() {
        api.overTls();
        staff.owner();
        // What other tests got wrong is forgotten.
        owner.execute("delete from wrong_secret");
    }

    private Api.Answer signIn(Cookie as, String name, String password) {
        return api.post(as, "/api/account/sign-in", Map.of("name", name, "password", password));
    }

    private boolean isIn(Cookie session) {
        return api.get(session, "/api/job/rack").status() == 200;
    }

    private Api.Answer pin(Cookie bench, String name, String pin) {
        return api.post(bench, "/api/account/pin", Map.of("personId", staff.id(name), "pin", pin));
    }

    // ---- sessions

    @Test
    void whoeverSignsInGetsANewSessionAndTheOldOneIsOver() {
        Cookie before = staff.signedIn(Role.LOOKING);
        Api.Answer in = signIn(before, staff.add(Role.COUNTER, Optional.empty()), Staff.PASSWORD);
        Cookie after = in.response().getCookie("gewerk_session");
        assertThat(after.getValue()).isNotEqualTo(before.getValue());
        assertThat(isIn(after)).isTrue();
        assertThat(isIn(before)).isFalse();
        assertThat(in.response().getHeaders("Set-Cookie"))
                .filteredOn(c -> c.startsWith("gewerk_session"))
                .singleElement()
                .asString()
                .contains("HttpOnly", "Secure", "SameSite=Strict", "Path=/");
    }

    @Test
    void aNumberThatSomebodyMadeUpIsNoSession() {
        Cookie planted = new Cookie("gewerk_session", "MTIzNDU2Nzg5MDEyMzQ1Njc4OTA=");
        Cookie after = signIn(planted, staff.add(Role.COUNTER, Optional.empty()), Staff.PASSWORD)
                .response()
                .getCookie("gewerk_session");
        assertThat(after.getValue()).isNotEqualTo(planted.getValue());
        assertThat(isIn(planted)).isFalse();
    }

    @Test
    void aCookieThatWasStolenIsWorthNothingAfterSigningOut() {
        Cookie session = staff.signedIn(Role.TECHNICIAN);
        assertThat(isIn(session)).isTrue();
        assertThat(api.post(session, "/api/account/sign-out", Map.of()).status())
                .isEqualTo(204);
        assertThat(isIn(session)).isFalse();
    }

    /** What a request says of the person is not heard: neither the bench's cookie nor a field. */
    @Test
    void whoDidWhatComesFromTheSession() {
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        Cookie session = api.signIn(name, Staff.PASSWORD);
        Cookie forged = new Cookie(
                "gewerk_here", staff.owner().shopId() + "." + staff.owner().personId());
        assertThat(isIn(forged)).isFalse();
        long job = api.job(session, "clicks");
        Map<String, Object> note = Map.of("step", "look", "what", "a tooth is gone", "done", false);
        assertThat(api.post(session, "/api/job/" + job + "/note", note).status())
                .isEqualTo(200);
        assertThat(owner.value(
                        String.class,
                        "select p.name from journal j join person p on p.id = j.person_id where j.job_id = ? "
                                + "order by j.at desc limit 1",
                        job))
                .isEqualTo(name);
        assertThat(api.post(
                                session,
                                "/api/job/" + job + "/note",
                                Map.of("step", "look", "what", "x", "done", false, "personId", 1))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void aSessionKeepsWordsAndNothingOfTheProgram() {
        staff.signedIn(Role.COUNTER);
        List<String> kept = owner.ask(
                sql -> sql.fetch("select distinct convert_from(attribute_bytes, 'UTF8') from spring_session_attributes")
                        .map(r -> r.get(0, String.class)));
        assertThat(kept).isNotEmpty().allMatch(word -> word.matches("[0-9.]+|password|pin"));
    }

    // ---- secrets

    @Test
    void aWrongPasswordAWrongNameAndAWrongShopAreToldAlike() {
        String name = staff.add(Role.COUNTER, Optional.empty());
        String wrong = signIn(NOBODY, name, "not that").detail();
        assertThat(wrong).isEqualTo("Name and password do not belong together");
        assertThat(signIn(NOBODY, "nobody of that name", Staff.PASSWORD).detail())
                .isEqualTo(wrong);
        assertThat(api.post(
                                NOBODY,
                                "/api/account/sign-in",
                                Map.of("shop", "no such shop", "name", name, "password", Staff.PASSWORD))
                        .detail())
                .isEqualTo(wrong);
    }

    @Test
    void guessingANamesPasswordIsHeardEverMoreSlowly() {
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        for (int i = 0; i < 4; i++) {
            assertThat(signIn(NOBODY, name, "guess " + i).status()).isEqualTo(401);
        }
        Api.Answer fifth = signIn(NOBODY, name, Staff.PASSWORD);
        assertThat(fifth.status()).as("right, but not heard").isEqualTo(429);
        assertThat(Integer.parseInt(fifth.response().getHeader("Retry-After"))).isBetween(1, 5);
        owner.execute("update wrong_secret set heard_from = now()");
        assertThat(signIn(NOBODY, name, "guess").status()).isEqualTo(401);
        assertThat(Integer.parseInt(signIn(NOBODY, name, "guess").response().getHeader("Retry-After")))
                .isBetween(6, 10);
        owner.execute("update wrong_secret set heard_from = now()");
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(200);
        assertThat(signIn(NOBODY, name, "guess").status()).as("begins anew").isEqualTo(401);
    }

    @Test
    void whoGuessesFromElsewhereShutsNobodyOutOfTheirOwnDevice() {
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        Cookie device = signIn(NOBODY, name, Staff.PASSWORD).response().getCookie("gewerk_device");
        for (int i = 0; i < 5; i++) {
            signIn(NOBODY, name, "guess " + i);
        }
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(429);
        assertThat(signIn(device, name, Staff.PASSWORD).status()).isEqualTo(200);
        String other = staff.add(Role.TECHNICIAN, Optional.empty());
        assertThat(signIn(device, other, "guess").status())
                .as("it is one person's device, and counts for nobody else")
                .isEqualTo(401);
        assertThat(owner.value(Integer.class, "select wrong from wrong_secret where about = ?", "name:" + other))
                .isEqualTo(1);
    }

    @Test
    void guessingManyNamesIsCountedForTheAddress() {
        int heard = 0;
        for (int i = 0; i < 20; i++) {
            heard += signIn(NOBODY, "name " + i, "guess").status() == 401 ? 1 : 0;
        }
        assertThat(heard).isEqualTo(13);
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        owner.execute("update wrong_secret set heard_from = now()");
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(200);
        assertThat(owner.value(Integer.class, "select wrong from wrong_secret where about like 'address:%'"))
                .as("others sit behind that address: one who is right takes back his own try only")
                .isEqualTo(13);
    }

    @Test
    void manyGuessesAtOnceAreNoMoreThanOneAfterAnother() throws Exception {
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        try (ExecutorService many = Executors.newFixedThreadPool(12)) {
            List<Callable<Integer>> guesses = IntStream.range(0, 24)
                    .<Callable<Integer>>mapToObj(
                            i -> () -> signIn(NOBODY, name, "guess " + i).status())
                    .toList();
            int heard = 0;
            for (Future<Integer> status : many.invokeAll(guesses)) {
                heard += status.get() == 401 ? 1 : 0;
            }
            assertThat(heard).isEqualTo(4);
        }
    }

    @Test
    void aPinOpensABenchThatIsOpenAndNoOther() {
        String name = staff.add(Role.TECHNICIAN, Optional.of("2580"));
        assertThat(pin(NOBODY, name, "2580").status()).isEqualTo(401);
        Cookie bench = staff.signedIn(Role.COUNTER);
        Api.Answer taken = pin(bench, name, "2580");
        assertThat(taken.status()).isEqualTo(200);
        Cookie session = taken.response().getCookie("gewerk_session");
        assertThat(api.get(session, "/api/shop")
                        .body()
                        .path("here")
                        .path("name")
                        .asString())
                .isEqualTo(name);
        assertThat(isIn(bench)).isFalse();
    }

    /** So many an hour, whatever the hour: the pauses are the core's, this holds that they are kept. */
    @Test
    void guessingAPinEndsWithThePinAsleepUntilThePasswordWakesIt() {
        String name = staff.add(Role.TECHNICIAN, Optional.of("2580"));
        Cookie bench = staff.signedIn(Role.LOOKING);
        int heard = 0;
        for (int i = 0; i < 40; i++) {
            owner.execute("update wrong_secret set heard_from = now()");
            Api.Answer answer = pin(bench, name, "" + (3000 + i));
            heard += answer.detail().equals("That is not the PIN") ? 1 : 0;
        }
        assertThat(heard).isEqualTo(20);
        owner.execute("update wrong_secret set heard_from = now()");
        assertThat(pin(bench, name, "2580").detail()).contains("password");
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(200);
        owner.execute("delete from wrong_secret where about like 'device:%'");
        assertThat(pin(bench, name, "2580").status()).isEqualTo(200);
    }

    @Test
    void tryingThePinsOfAllThereAreIsCountedForTheBench() {
        Cookie bench = staff.signedIn(Role.LOOKING);
        int heard = 0;
        for (int i = 0; i < 6; i++) {
            String name = staff.add(Role.TECHNICIAN, Optional.of("2580"));
            for (int guess = 0; guess < 3; guess++) {
                heard += pin(bench, name, "" + (3000 + guess)).status() == 401 ? 1 : 0;
            }
        }
        assertThat(heard).isEqualTo(13);
    }

    @Test
    void anOwnerWhoShowedAPinOnlyDoesNotChangeTheShop() {
        String name = staff.add(Role.OWNER, Optional.of("2580"));
        Cookie session =
                pin(staff.signedIn(Role.COUNTER), name, "2580").response().getCookie("gewerk_session");
        assertThat(api.get(session, "/api/account/people").status()).isEqualTo(403);
        assertThat(api.get(api.signIn(name, Staff.PASSWORD), "/api/account/people")
                        .status())
                .isEqualTo(200);
    }

    // ---- people

    private JsonNode person(Cookie boss, String name) {
        return api.get(boss, "/api/account/people")
                .body()
                .valueStream()
                .filter(p -> p.path("name").asString().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private Api.Answer change(Cookie boss, String name, Role role, boolean closed) {
        JsonNode now = person(boss, name);
        return api.put(
                boss,
                "/api/account/people/" + now.path("id").asLong(),
                Map.of("version", now.path("version").asInt(), "name", name, "role", role, "closed", closed));
    }

    @Test
    void anotherRoleHoldsFromTheNextRequestAndAClosedNameIsOutAtOnce() {
        Cookie boss = staff.signedIn(Role.OWNER);
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        Cookie session = api.signIn(name, Staff.PASSWORD);
        long job = api.job(session, "clicks");
        assertThat(change(boss, name, Role.LOOKING, false).status()).isEqualTo(200);
        assertThat(api.get(session, "/api/job/" + job).status()).isEqualTo(200);
        assertThat(api.post(session, "/api/teardown/" + job + "/way-in", Map.of())
                        .status())
                .isEqualTo(403);
        assertThat(change(boss, name, Role.LOOKING, true).status()).isEqualTo(200);
        assertThat(isIn(session)).isFalse();
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(401);
        assertThat(api.get(boss, "/api/job/" + job + "/journal").text())
                .as("what was done stays theirs")
                .contains(name);
        change(boss, name, Role.COUNTER, false);
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void somebodyHasToBeTheOwner() {
        owner.execute("update person set closed_at = now() where role = 'owner' and name <> 'Ilva'");
        Cookie boss = api.signIn("Ilva", Staff.PASSWORD);
        assertThat(change(boss, "Ilva", Role.TECHNICIAN, false).detail()).contains("owner");
        assertThat(change(boss, "Ilva", Role.OWNER, true).status()).isEqualTo(422);
    }

    @Test
    void twoOwnersChangingOnePersonAreTold() {
        Cookie boss = staff.signedIn(Role.OWNER);
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        long id = staff.id(name);
        Map<String, Object> change = Map.of("version", 1, "name", name, "role", "counter", "closed", false);
        assertThat(api.put(boss, "/api/account/people/" + id, change).status()).isEqualTo(200);
        assertThat(api.put(boss, "/api/account/people/" + id, change).status()).isEqualTo(409);
    }

    @Test
    void aNewPasswordSignsOutWhoeverCameInWithTheOldOne() {
        Cookie boss = staff.signedIn(Role.OWNER);
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        Cookie session = api.signIn(name, Staff.PASSWORD);
        String path = "/api/account/people/" + staff.id(name) + "/secrets";
        assertThat(api.post(boss, path, Map.of("password", name + "12345678")).status())
                .as("guessed quickly")
                .isEqualTo(422);
        assertThat(api.post(boss, path, Map.of("password", "other words than before"))
                        .status())
                .isEqualTo(200);
        assertThat(isIn(session)).isFalse();
        assertThat(signIn(NOBODY, name, Staff.PASSWORD).status()).isEqualTo(401);
        assertThat(signIn(NOBODY, name, "other words than before").status()).isEqualTo(200);
    }

    @Test
    void onesOwnPasswordIsChangedWithTheOldOneAndElsewhereOneIsOut() {
        String name = staff.add(Role.LOOKING, Optional.empty());
        Cookie here = api.signIn(name, Staff.PASSWORD);
        Cookie elsewhere = api.signIn(name, Staff.PASSWORD);
        Map<String, String> wrong = Map.of("password", "not that", "newPassword", "grease on the dial");
        assertThat(api.put(here, "/api/account/own", wrong).status()).isEqualTo(401);
        Map<String, String> right = Map.of("password", Staff.PASSWORD, "newPassword", "grease on the dial");
        assertThat(api.put(here, "/api/account/own", right).status()).isEqualTo(204);
        assertThat(isIn(here)).isTrue();
        assertThat(isIn(elsewhere)).isFalse();
    }

    /** The count stays although what was asked for is refused and rolled back. */
    @Test
    void onesOwnPasswordIsNotGuessedAtABenchThatStandsOpen() {
        Cookie bench = staff.signedIn(Role.TECHNICIAN);
        int heard = 0;
        for (int i = 0; i < 20; i++) {
            Map<String, String> guess = Map.of("password", "guess " + i, "newPassword", "grease on the dial");
            heard += api.put(bench, "/api/account/own", guess).status() == 401 ? 1 : 0;
        }
        assertThat(heard).isEqualTo(13);
    }

    @Test
    void theOwnerSeesWhoCameInFromWhereAndEndsIt() {
        Cookie boss = staff.signedIn(Role.OWNER);
        String name = staff.add(Role.TECHNICIAN, Optional.empty());
        Cookie session = api.signIn(name, Staff.PASSWORD);
        JsonNode in = api.get(boss, "/api/account/sign-ins").body().get(0);
        assertThat(in.path("name").asString()).isEqualTo(name);
        assertThat(in.path("address").asString()).isEqualTo("127.0.0.1");
        assertThat(in.path("how").asString()).isEqualTo("password");
        assertThat(in.path("lasts").asBoolean()).isTrue();
        assertThat(api.delete(boss, "/api/account/sign-ins/" + in.path("id").asLong())
                        .status())
                .isEqualTo(204);
        assertThat(isIn(session)).isFalse();
        assertThat(api.get(boss, "/api/account/sign-ins")
                        .body()
                        .get(0)
                        .path("lasts")
                        .asBoolean())
                .isFalse();
    }

    @Test
    void nothingSecretIsToldOrKeptAsItIs() {
        String name = staff.add(Role.TECHNICIAN, Optional.of("2580"));
        Cookie boss = staff.signedIn(Role.OWNER);
        assertThat(api.get(boss, "/api/account/people").text()).doesNotContain("argon2", "2580", Staff.PASSWORD);
        assertThat(owner.value(String.class, "select password from person where name = ?", name))
                .startsWith("$argon2id$");
        assertThat(owner.value(String.class, "select pin from person where name = ?", name))
                .startsWith("$argon2id$");
        assertThat(api.get(NOBODY, "/api/shop").text()).doesNotContain(name);
    }
}
