package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Bad input gets a clear word, and nothing is lost")
class BadInputTest extends InTheBrowser {
    @Test
    void a_wrong_password_says_so_and_keeps_the_name() throws IOException {
        browser.go(entrada.address() + "/releases");
        browser.type("#name", "Sol Pereira-Finch");
        browser.type("#password", "not the password");
        browser.click("button[type=submit]");
        browser.see("[role=alert]", "Name or password is incorrect. Nothing was changed.");
        assertThat(browser.script("return document.querySelector('#name').value"))
                .isEqualTo("Sol Pereira-Finch");
        browser.type("#password", entrada.password());
        browser.click("button[type=submit]");
        browser.see("main li", "Tidewrack Almanac");
    }

    @Test
    void a_text_named_wav_is_kept_loose_and_placed_nowhere() throws IOException {
        desk.signIn();
        desk.begin("Paper Lighthouse");
        Path text = Files.writeString(folder.resolve("final.wav"), "Dear label, here is the song.");
        browser.drop(".release", text);
        browser.see(".upload[role=alert]", "neither audio nor a picture");
        browser.see(".loose", "final.wav");
        browser.see(".findings", "has no master");
        assertThat(browser.text("[data-cell='1.master']")).contains("none");
    }

    @Test
    void a_wav_cut_in_the_middle_is_kept_and_stops_delivery() throws IOException {
        desk.signIn();
        desk.begin("Half a Tide");
        Path cut = Files.write(folder.resolve("cut.wav"), Desk.half(Desk.song(folder, 80, "HALF")[0]));
        browser.drop(".release", cut);
        browser.see(".findings", "is damaged: chunk “data” claims 705,600 bytes");
        browser.click("[data-cell='1.master']");
        browser.see(".detail", "Ask for the file again.");
        browser.click(".tabs a", "Files");
        browser.see(".state", "master damaged");
    }

    @Test
    void an_empty_cover_is_kept_and_the_one_before_stays() throws IOException {
        desk.signIn();
        desk.begin("Blank Signal");
        browser.drop(".release", Desk.song(folder, 81, "BLANK")[1]);
        browser.see(".upload", "Now front cover.");
        browser.see(".head img.cover");
        Object cover = browser.script("return document.querySelector('.head img').getAttribute('src')");
        browser.drop(".release", Files.createFile(folder.resolve("cover.jpg")));
        browser.see(".upload[role=alert]", "The file is empty (0 bytes)");
        browser.see(".loose", "cover.jpg");
        assertThat(browser.script("return document.querySelector('.head img').getAttribute('src')"))
                .isEqualTo(cover);
    }

    @Test
    void a_date_that_is_none_is_refused_with_the_right_form_and_the_old_one_stays() throws IOException {
        desk.signIn();
        desk.begin("Thirtieth of February");
        browser.cell("0.releaseDate", "30 Feb 2027");
        browser.see("[role=alert]", "“30 Feb 2027” is not a valid date; expected: 2027-02-12 or 12 Feb 2027");
    }

    @Test
    void somebody_who_may_only_read_sees_no_way_to_change() throws IOException {
        browser.go(entrada.address());
        browser.type("#name", "Auditor");
        browser.type("#password", entrada.password());
        browser.click("button[type=submit]");
        desk.open("Tidewrack Almanac");
        browser.see("[data-cell='6.title']", "Glasswort");
        assertThat(browser.count(".tools .tool")).isZero();
        assertThat(browser.count(".findings li .act")).isZero();
        String answer =
                browser.call("POST", browser.address().replaceAll(".*/releases/(\\d+)/.*", "/api/releases/$1/tracks"));
        assertThat(answer).contains("not-allowed");
    }
}
