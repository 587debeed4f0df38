package app.entrada.demo;

import java.util.List;
import java.util.Map;

/** People of the demo catalogue: facts as they would be typed, by key of the field registry. Some have no numbers. */
public final class DemoPeople {
    private DemoPeople() {}

    /** Everybody of whom more is known than a name. */
    public static List<Map<String, String>> all() {
        return List.of(
                Map.of(
                        "name", "Mira Tollgate",
                        "kind", "person",
                        "legalName", "Mirabel Tollgate-Osei",
                        "sortName", "Tollgate, Mira",
                        "ipi", "00451237772",
                        "isni", "0000000488127347",
                        "society", "OSTRA"),
                Map.of(
                        "name", "The Paper Ferrymen",
                        "kind", "group",
                        "sortName", "Paper Ferrymen, The",
                        "members",
                                "Joss Amberley: 2014–; Ines Quillon: 2014–; Tobit Marrow: 2014–; Wanda Sleet: 2014–2023"),
                Map.of(
                        "name", "Joss Amberley",
                        "kind", "person",
                        "legalName", "Jocelyn Amberley",
                        "ipi", "00451239864",
                        "society", "OSTRA"),
                Map.of("name", "Ines Quillon", "kind", "person", "legalName", "Ines Quillon", "society", "OSTRA"),
                Map.of("name", "Tobit Marrow", "kind", "person", "legalName", "Tobit Marrow"),
                Map.of(
                        "name", "Odd Lantern Quartet",
                        "kind", "group",
                        "members", "Petra Vann; Ruben Okafor-Lisle; Sunniva Dray; Emil Castor-Bright"),
                Map.of("name", "Petra Vann", "kind", "person", "legalName", "Petra Vann", "ipi", "00773041256"),
                Map.of("name", "DJ Halfpenny", "kind", "person", "legalName", "Corin Ashgrove"),
                Map.of("name", "Low Lock Music", "kind", "company", "ipi", "00220814505", "society", "OSTRA"),
                Map.of("name", "Ninth Weir Records", "kind", "company"));
    }
}
