package app.gewerk.acceptance;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.LoadState;
import com.microsoft.playwright.options.ScreenshotAnimations;
import java.nio.file.Path;

/** Re-makes docs/screenshots from the demo data: {@code ./gewerk shots}. */
public final class Shots {
    private static final String PASSWORD = "a file and an old gear";

    private Shots() {}

    public static void main(String[] arguments) {
        Path folder = Path.of("../docs/screenshots");
        try (RunningGewerk gewerk = RunningGewerk.withDemo();
                Technician technician = Technician.whoSeesBodies(gewerk)) {
            technician.open("/");
            technician.stepUpAs("Ilva");
            shot(technician, "/", "What to take up next", folder.resolve("bench.png"));
            technician.open("/new");
            technician.field("Maker").pressSequentially("vant");
            technician.role(AriaRole.OPTION, "Vantorel Slidewell 24").first().click();
            technician.field("Price of a new one").fill("240");
            technician.field("Serial number").fill("VS24-731882");
            technician.field("What the owner says, word for word").fill("The carriage stops half way.");
            technician.text("An easy yes").waitFor();
            picture(technician, folder.resolve("take-in.png"));
            shot(technician, "/job/19/listen", "What it may be", folder.resolve("listen.png"));
            shot(technician, "/job/19/open", "Next, by the device book", folder.resolve("open.png"));
            shot(technician, "/job/19/look", "What the damage says", folder.resolve("look.png"));
            shot(technician, "/job/25/read", "Next:", folder.resolve("read-next.png"));
            shot(technician, "/job/19/read", "It is 0.5 module", folder.resolve("read.png"));
            shot(technician, "/job/20/choose", "The maker's spare", folder.resolve("choose.png"));
            technician.open("/job/19/closeUp");
            technician.button("It is in").click();
            technician.text("1 of 3 steps back").waitFor();
            picture(technician, folder.resolve("close-up.png"));
            shot(technician, "/job/11/prove", "From the hand to the real load", folder.resolve("prove.png"));
            shot(technician, "/job/1/handBack", "For the owner", folder.resolve("return.png"));
            technician.open("/workings/make?job=20");
            technician.page.locator("canvas[data-body][data-frames]").waitFor();
            technician.text("drawn across the tips").waitFor();
            picture(technician, folder.resolve("make.png"));
            shot(technician, "/stores", "job by job", folder.resolve("stores.png"));
            technician.open("/stores?find="
                    + java.net.URLEncoder.encode(
                            "0.5 module 24 teeth bore 2", java.nio.charset.StandardCharsets.UTF_8));
            technician.text("what it has cost").first().click();
            technician.text("What each asks today").waitFor();
            picture(technician, folder.resolve("find-part.png"));
            shot(technician, "/book/1", "What was seen with which culprit", folder.resolve("book.png"));
            shot(technician, "/look-back", "Which machines", folder.resolve("look-back.png"));
            technician.open("/job/19/read");
            technician.button("It is 0.5 module, 24 teeth").click();
            technician.text("drops in without work").waitFor();
            technician.page.getByText("drops in without work").first().click();
            technician.field("Why this one?").fill("fits without work, here tomorrow");
            picture(technician, folder.resolve("get.png"));
            peopleSignIn(technician);
            handheld(
                    gewerk,
                    Technician.Screen.TABLET,
                    "/job/19/look",
                    "What the damage says",
                    folder.resolve("tablet.png"));
            handheld(gewerk, Technician.Screen.TELEPHONE, "/", "What to take up next", folder.resolve("telephone.png"));
        }
    }

    private static void peopleSignIn(Technician technician) {
        technician.open("/people");
        technician.field("New password").fill(PASSWORD);
        technician.button("Begin").click();
        technician.button("New secrets for Ilva").waitFor();
    }

    private static void handheld(RunningGewerk gewerk, Technician.Screen screen, String path, String there, Path file) {
        try (Technician technician = new Technician(gewerk.address("").toString(), screen)) {
            technician.open(path);
            technician.signIn("Ilva", PASSWORD);
            technician.text(there).waitFor();
            if (screen == Technician.Screen.TELEPHONE) {
                technician.button("Rack").click();
            }
            picture(technician, file);
        }
    }

    private static void shot(Technician technician, String path, String there, Path file) {
        technician.open(path);
        technician.text(there).waitFor();
        picture(technician, file);
    }

    /** Once nothing is asked for any more: drawings and bars have arrived. */
    private static void picture(Technician technician, Path file) {
        technician.page.waitForLoadState(LoadState.NETWORKIDLE);
        technician.page.screenshot(new Page.ScreenshotOptions()
                .setAnimations(ScreenshotAnimations.DISABLED)
                .setPath(file));
    }
}
