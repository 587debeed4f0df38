package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.standins.AuthenticatorDevice;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("P1 A manager adds an assistant with a second factor, who comes in with it")
class AccountsInTheBrowserTest extends InTheBrowser {
    private static final String OWN = "slack water at dusk";

    @Test
    void from_the_manager_s_form_to_the_assistant_s_desk_and_out_again() throws IOException {
        desk.signIn();
        browser.click("nav a", "Accounts");
        browser.click("button", "Add account");
        browser.type("#account-name", "Wren Okafor");
        browser.click("label", "Require a second factor");
        browser.type("#own-again", entrada.password());
        browser.click(".account-form button", "Create account");
        browser.see(".given", "Password for Wren Okafor");
        String given = browser.text(".given .mono");
        try (Browser hers = new Browser()) {
            List<String> recovery = comesIn(hers, given);
            browser.see("tbody tr", "set up, required");
            goesOn(hers, recovery.get(0));

            // she sees both her sessions, and the manager ends them
            browser.click("tbody .act", "Sign out");
            browser.seeNoLonger("tbody td", "Sign out");
            hers.see(".sign-in", "The release desk");
            assertThat(hers.complaints()).isEmpty();
        }
        browser.see(".log", "Wren Okafor signed in with a recovery code");
        browser.see(".log", "sessions ended");
    }

    /** With the password that was issued, one of her own, and the second factor that is required. */
    private List<String> comesIn(Browser hers, String given) throws IOException {
        signIn(hers, given);
        hers.see("h1", "Choose your own password");
        hers.type("#password-before", given);
        hers.type("#password-fresh", "wren okafor 1");
        hers.click("button", "Change password");
        hers.see("[role=alert]", "easy to guess");
        hers.type("#password-fresh", OWN);
        hers.click("button", "Change password");

        hers.see("h1", "Set up your second factor");
        hers.type("#factor-password", OWN);
        hers.click("button", "Continue");
        hers.see(".key");
        AuthenticatorDevice device = new AuthenticatorDevice(hers.text(".key"));
        hers.type("#factor-code", device.shows(Instant.now()));
        hers.click("button", "Set up second factor");
        hers.see(".codes", "safe place");
        List<String> recovery = hers.text(".codes ul").lines().toList();
        assertThat(recovery).hasSize(10).doesNotHaveDuplicates();
        hers.click("button", "I have saved them");
        hers.see(".desk h1");
        // an assistant has no accounts to keep
        assertThat(hers.text("nav")).contains("Settings").doesNotContain("Accounts");
        hers.click(".account", "Wren Okafor");
        hers.click(".dropdown-item", "Sign out");
        hers.see(".sign-in", "The release desk");
        return recovery;
    }

    private void goesOn(Browser hers, String recovery) throws IOException {
        signIn(hers, OWN);
        hers.see(".sign-in", "Code from your device");
        hers.type("#code", "000000");
        hers.click("button[type=submit]");
        hers.see("[role=alert]", "incorrect");
        hers.type("#code", recovery);
        hers.click("button[type=submit]");
        hers.see(".desk h1");
        hers.go(entrada.address() + "/account");
        hers.see("section", "9 recovery codes left");
        hers.see("tbody tr", "This browser");
    }

    private void signIn(Browser hers, String password) throws IOException {
        hers.go(entrada.address());
        hers.type("#name", "Wren Okafor");
        hers.type("#password", password);
        hers.click("button[type=submit]");
    }
}
