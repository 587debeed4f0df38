package app.entrada.server.platform;

import java.util.List;

/**
 * Who may write where. A writing route that stands in none of these lists is closed to everybody; whoever adds one has to
 * say for whom. Reading under {@code /api} is for everybody who is signed in,
 * unless it stands here too.
 */
final class Routes {
    private Routes() {}

    /** Before signing in; what comes from a destination is signed by it, and nothing of it is believed. */
    static final List<String> ANYBODY = List.of(
            "POST /api/session",
            "DELETE /api/session",
            "POST /api/accounts/first",
            "POST /api/callbacks/{destination}");

    /** Also for somebody who has to change a password or set up a second factor before anything else. */
    static final List<String> ENTERING = List.of(
            "GET /api/account", "PUT /api/account/password", "POST /api/account/factor", "PUT /api/account/factor");

    /** What is everybody's own. */
    static final List<String> SIGNED_IN = List.of(
            "PUT /api/account/name",
            "POST /api/account/factor/off",
            "POST /api/account/recovery-codes",
            "DELETE /api/account/sessions",
            "DELETE /api/account/sessions/{id}",
            "POST /api/catalogue/views",
            "DELETE /api/catalogue/views/{id}");

    /** What leaves the house, what destinations are told and believe, what is numbered, what is risked. */
    static final List<String> MANAGERS = List.of(
            "GET /api/accounts",
            "GET /api/accounts/log",
            "GET /api/backups",
            "GET /api/house",
            "PUT /api/house/facts",
            "POST /api/accounts",
            "PUT /api/accounts/{id}",
            "POST /api/accounts/{id}/password",
            "POST /api/accounts/{id}/factor/off",
            "DELETE /api/accounts/{id}/sessions",
            "POST /api/releases/{id}/deliveries",
            "POST /api/releases/{id}/deliveries/{delivery}/again",
            "POST /api/releases/{id}/deliveries/{delivery}/off",
            "POST /api/releases/{id}/deliveries/{delivery}/reply",
            "POST /api/releases/{id}/deliveries/{delivery}/steps",
            "POST /api/releases/{id}/deliveries/{delivery}/steps/back",
            "POST /api/destinations",
            "POST /api/destinations/{id}/answers",
            "POST /api/destinations/{id}/server-key",
            "PUT /api/destinations/{id}/captions",
            "PUT /api/destinations/{id}/outlets",
            "POST /api/destinations/file",
            "POST /api/destinations/{id}/archive",
            "POST /api/destinations/{id}/restore",
            "DELETE /api/destinations/{id}",
            "PUT /api/destinations/{id}/secret",
            "PUT /api/destinations/{id}/rules",
            "DELETE /api/destinations/{id}/rules",
            "POST /api/destinations/key",
            "PUT /api/recipes/{id}",
            "DELETE /api/recipes/{id}",
            "DELETE /api/templates",
            "PUT /api/label",
            "POST /api/releases/{id}/readiness/risks",
            "POST /api/releases/{id}/readiness/risks/withdraw");

    /** The daily work. */
    static final List<String> EDITORS = List.of(
            "POST /api/activity/{batch}/undo",
            "POST /api/catalogue/changes",
            "POST /api/catalogue/isrcs",
            "POST /api/catalogue/redo",
            "POST /api/catalogue/undo",
            "POST /api/catalogue/{subject}/preview",
            "POST /api/codes/check",
            "POST /api/codes/release",
            "POST /api/codes/reserve",
            "POST /api/documents",
            "POST /api/calendar",
            "DELETE /api/calendar",
            "POST /api/desk/put-off",
            "DELETE /api/desk/put-off/{id}",
            "POST /api/families/apart",
            "DELETE /api/families/apart/{id}",
            "POST /api/families/one",
            "POST /api/families/preview",
            "POST /api/inspect",
            "DELETE /api/intake/{sha256}",
            "POST /api/intake/draft",
            "POST /api/intake/known",
            "POST /api/intake/release",
            "DELETE /api/jobs/{id}",
            "DELETE /api/people/{id}",
            "POST /api/people/redo",
            "POST /api/people/undo",
            "POST /api/people/{id}/changes",
            "POST /api/people/{id}/merge",
            "POST /api/people/{id}/restore",
            "POST /api/releases",
            "DELETE /api/releases/{id}",
            "POST /api/releases/{id}/archive",
            "POST /api/releases/{id}/artwork",
            "POST /api/releases/{id}/changes",
            "POST /api/releases/{id}/codes",
            "POST /api/releases/{id}/codes/missing",
            "POST /api/releases/{id}/copies",
            "PUT /api/releases/{id}/copy-sheets/{destination}/copied",
            "DELETE /api/releases/{id}/copy-sheets/{destination}/copied",
            "POST /api/releases/{id}/copies/check",
            "POST /api/releases/{id}/credits",
            "POST /api/releases/{id}/files",
            "POST /api/releases/{id}/files/{sha256}/place",
            "POST /api/releases/{id}/fixes",
            "POST /api/releases/{id}/intake",
            "POST /api/releases/{id}/offers",
            "POST /api/releases/{id}/permissions",
            "POST /api/releases/{id}/pictures/{sha256}",
            "POST /api/releases/{id}/placements",
            "POST /api/releases/{id}/readiness/fixes",
            "POST /api/releases/{id}/readiness/plan",
            "POST /api/releases/{id}/recordings",
            "POST /api/releases/{id}/redo",
            "POST /api/releases/{id}/restore",
            "POST /api/releases/{id}/reuse",
            "POST /api/releases/{id}/rewording",
            "POST /api/releases/{id}/template",
            "POST /api/releases/{id}/tracklist",
            "POST /api/releases/{id}/tracklist/take",
            "POST /api/releases/{id}/tracks",
            "POST /api/releases/{id}/undo",
            "POST /api/releases/{id}/works/{work}/equal",
            "POST /api/series",
            "POST /api/series/{id}/changes",
            "POST /api/series/{id}/cover",
            "POST /api/series/{id}/episodes",
            "OPTIONS /api/uploads",
            "POST /api/uploads",
            "PATCH /api/uploads/{id}",
            "DELETE /api/uploads/{id}");
}
