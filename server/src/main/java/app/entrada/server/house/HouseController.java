package app.entrada.server.house;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tells managers how the house is. */
@RestController
class HouseController {
    private static final int MOST = 100;

    private final HouseSigns signs;
    private final HouseFindings findings;

    HouseController(HouseSigns signs, HouseFindings findings) {
        this.signs = signs;
        this.findings = findings;
    }

    /**
     * How the house is.
     *
     * @param found what is not as it has to be, the latest first
     * @param more how many of those are not told here
     */
    record HouseView(List<HouseSigns.Sign> signs, List<HouseFindings.Noted> found, int more) {}

    @GetMapping("/api/house")
    HouseView view() {
        List<HouseFindings.Noted> found = findings.latest(MOST);
        return new HouseView(signs.all(), found, Math.max(0, findings.count() - found.size()));
    }
}
