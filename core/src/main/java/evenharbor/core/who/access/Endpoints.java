package evenharbor.core.who.access;

import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * The one table of who may do what: method, path, whose it is, and the right that is needed there. The application refuses by
 * it, the interface offers by it, and the tests ask for every row as everyone. What is not in it, nobody may.
 */
public final class Endpoints {

    private static final String TABLE = """
            GET    /api/account/closing                                           ACCOUNT MANAGE
            POST   /api/account/closing                                           ACCOUNT MANAGE
            DELETE /api/account/closing                                           ACCOUNT MANAGE
            GET    /api/account/file                                              ACCOUNT MANAGE
            PUT    /api/account/file                                              ACCOUNT MANAGE
            POST   /api/accounts                                                  OPEN    -
            GET    /api/calendar                                                  ACCOUNT SEE
            GET    /api/certificates                                              ACCOUNT SEE
            DELETE /api/certificates/{name}                                       ACCOUNT MANAGE
            PUT    /api/certificates/{name}/hsts                                  ACCOUNT MANAGE
            PUT    /api/certificates/{name}/https-redirect                        ACCOUNT MANAGE
            POST   /api/certificates/{name}/retries                               ACCOUNT MANAGE
            GET    /api/command                                                   OPEN    -
            GET    /api/costs                                                     ACCOUNT SEE
            POST   /api/costs                                                     ACCOUNT MANAGE
            PUT    /api/costs/{id}                                                ACCOUNT MANAGE
            DELETE /api/costs/{id}                                                ACCOUNT MANAGE
            GET    /api/credential-events                                         OWN     -
            GET    /api/deleted-sites                                             ACCOUNT SEE
            POST   /api/deleted-sites/{siteId}/restoration                        ACCOUNT MANAGE
            GET    /api/destinations/{id}                                         SITE    SEE
            PUT    /api/destinations/{id}                                         SITE    MANAGE
            DELETE /api/destinations/{id}                                         SITE    MANAGE
            POST   /api/destinations/{id}/imports                                 SITE    EDIT
            POST   /api/destinations/{id}/jobs                                    SITE    PUBLISH
            GET    /api/destinations/{id}/plan                                    SITE    SEE
            GET    /api/destinations/{id}/theirs                                  SITE    SEE
            GET    /api/domain-activities                                         ACCOUNT SEE
            GET    /api/domain-offers                                             ACCOUNT SEE
            GET    /api/domains                                                   ACCOUNT SEE
            POST   /api/domains                                                   ACCOUNT MANAGE
            POST   /api/domains/brought                                           ACCOUNT MANAGE
            GET    /api/domains/{id}                                              ACCOUNT SEE
            PUT    /api/domains/{id}                                              ACCOUNT MANAGE
            DELETE /api/domains/{id}                                              ACCOUNT MANAGE
            GET    /api/domains/{id}/dangers                                      ACCOUNT SEE
            POST   /api/domains/{id}/https                                        ACCOUNT MANAGE
            POST   /api/domains/{id}/proof                                        ACCOUNT MANAGE
            POST   /api/domains/{id}/renewal                                      ACCOUNT MANAGE
            GET    /api/domains/{id}/zone                                         ACCOUNT SEE
            PUT    /api/domains/{id}/zone                                         ACCOUNT MANAGE
            GET    /api/domains/{id}/zone/file                                    ACCOUNT SEE
            POST   /api/domains/{id}/zone/give-way                                ACCOUNT MANAGE
            POST   /api/domains/{id}/zone/read                                    ACCOUNT MANAGE
            POST   /api/domains/{id}/zone/restore                                 ACCOUNT MANAGE
            POST   /api/domains/{id}/zone/review                                  ACCOUNT MANAGE
            POST   /api/domains/{id}/zone/undo                                    ACCOUNT MANAGE
            GET    /api/domains/{id}/zone/versions                                ACCOUNT SEE
            GET    /api/domains/{id}/zone/versions/{version}                      ACCOUNT SEE
            POST   /api/email                                                     OWN     -
            POST   /api/email/{code}                                              OWN     -
            GET    /api/events                                                    OWN     -
            GET    /api/feed                                                      ACCOUNT MANAGE
            POST   /api/feed/renewal                                              ACCOUNT MANAGE
            GET    /api/health                                                    OPEN    -
            GET    /api/host-jobs/{id}                                            SITE    SEE
            DELETE /api/host-jobs/{id}                                            SITE    PUBLISH
            POST   /api/host-jobs/{id}/pause                                      SITE    PUBLISH
            POST   /api/host-jobs/{id}/resume                                     SITE    PUBLISH
            GET    /api/hosts                                                     ACCOUNT SEE
            POST   /api/hosts                                                     ACCOUNT MANAGE
            POST   /api/hosts/reading                                             ACCOUNT MANAGE
            GET    /api/hosts/{id}                                                ACCOUNT SEE
            PUT    /api/hosts/{id}                                                ACCOUNT MANAGE
            DELETE /api/hosts/{id}                                                ACCOUNT MANAGE
            PUT    /api/hosts/{id}/identity                                       ACCOUNT MANAGE
            POST   /api/hosts/{id}/tests                                          ACCOUNT MANAGE
            POST   /api/invitations                                               ACCOUNT MANAGE
            GET    /api/join/{code}                                               OPEN    -
            POST   /api/join/{code}                                               OPEN    -
            GET    /api/names/suggestion                                          OWN     -
            GET    /api/notice-choices                                            OWN     -
            PUT    /api/notice-choices                                            OWN     -
            GET    /api/notices                                                   OWN     -
            PUT    /api/notices/read                                              OWN     -
            GET    /api/openapi.json                                              OWN     -
            GET    /api/passkeys                                                  OWN     -
            POST   /api/passkeys                                                  OWN     -
            POST   /api/passkeys/options                                          OWN     -
            DELETE /api/passkeys/{id}                                             OWN     -
            PUT    /api/password                                                  OWN     -
            GET    /api/people                                                    ACCOUNT SEE
            GET    /api/people-lists                                              ACCOUNT MANAGE
            POST   /api/people-lists                                              ACCOUNT MANAGE
            PUT    /api/people-lists/{id}                                         ACCOUNT MANAGE
            DELETE /api/people-lists/{id}                                         ACCOUNT MANAGE
            POST   /api/people/invitations                                        ACCOUNT MANAGE
            DELETE /api/people/invitations/{id}                                   ACCOUNT MANAGE
            POST   /api/people/invitations/{id}/reminder                          ACCOUNT MANAGE
            PUT    /api/people/{id}                                               ACCOUNT MANAGE
            DELETE /api/people/{id}                                               ACCOUNT MANAGE
            GET    /api/people/{id}/activities                                    ACCOUNT SEE
            PUT    /api/plans/{id}                                                SITE    PUBLISH
            PUT    /api/plans/{id}/called-off                                     SITE    PUBLISH
            POST   /api/plans/{id}/end                                            SITE    PUBLISH
            GET    /api/plans/{id}/outcomes                                       SITE    SEE
            GET    /api/practice                                                  OWN     -
            PUT    /api/practice/authority                                        OWN     -
            GET    /api/practice/authority/root                                   OWN     -
            POST   /api/practice/clock                                            OWN     -
            POST   /api/practice/elsewhere                                        OWN     -
            PUT    /api/practice/elsewhere/{domain}/records                       OWN     -
            PUT    /api/practice/elsewhere/{domain}/servers                       OWN     -
            GET    /api/practice/hosting                                          OWN     -
            PUT    /api/practice/hosting/{name}                                   OWN     -
            POST   /api/practice/hosting/{name}/edits                             OWN     -
            GET    /api/practice/mail                                             OPEN    -
            PUT    /api/practice/mail                                             OWN     -
            PUT    /api/practice/registry                                         OWN     -
            POST   /api/practice/resolver/cache                                   OWN     -
            PUT    /api/practice/stand-ins/{label}                                OWN     -
            PUT    /api/profile                                                   OWN     -
            GET    /api/publications/{id}                                         SITE    SEE
            DELETE /api/publications/{id}                                         SITE    PUBLISH
            GET    /api/receivers                                                 ACCOUNT MANAGE
            POST   /api/receivers                                                 ACCOUNT MANAGE
            PUT    /api/receivers/{id}                                            ACCOUNT MANAGE
            DELETE /api/receivers/{id}                                            ACCOUNT MANAGE
            GET    /api/receivers/{id}/messages                                   ACCOUNT MANAGE
            POST   /api/receivers/{id}/messages                                   ACCOUNT MANAGE
            POST   /api/receivers/{id}/messages/{messageId}/repeats               ACCOUNT MANAGE
            POST   /api/receivers/{id}/secret                                     ACCOUNT MANAGE
            POST   /api/recovery                                                  OPEN    -
            GET    /api/recovery/{code}                                           OPEN    -
            POST   /api/recovery/{code}                                           OPEN    -
            GET    /api/retention                                                 ACCOUNT SEE
            PUT    /api/retention                                                 ACCOUNT MANAGE
            GET    /api/second-factor                                             OWN     -
            POST   /api/second-factor                                             OWN     -
            PUT    /api/second-factor                                             OWN     -
            POST   /api/second-factor/paper-codes                                 OWN     -
            POST   /api/second-factor/removal                                     OWN     -
            GET    /api/session                                                   OPEN    -
            POST   /api/session                                                   OPEN    -
            DELETE /api/session                                                   OPEN    -
            PUT    /api/session/account                                           OWN     -
            POST   /api/session/passkey                                           OPEN    -
            POST   /api/session/passkey-options                                   OPEN    -
            GET    /api/sessions                                                  OWN     -
            DELETE /api/sessions/{id}                                             OWN     -
            GET    /api/sftp-keys                                                 OWN     -
            POST   /api/sftp-keys                                                 OWN     -
            DELETE /api/sftp-keys/{id}                                            OWN     -
            GET    /api/sign-up                                                   OPEN    -
            GET    /api/sites                                                     OWN     -
            POST   /api/sites                                                     ACCOUNT MANAGE
            GET    /api/sites/{siteId}                                            SITE    SEE
            PUT    /api/sites/{siteId}                                            SITE    MANAGE
            DELETE /api/sites/{siteId}                                            SITE    MANAGE
            GET    /api/sites/{siteId}/about                                      SITE    SEE
            PUT    /api/sites/{siteId}/about                                      SITE    EDIT
            GET    /api/sites/{siteId}/activities                                 SITE    SEE
            POST   /api/sites/{siteId}/addresses                                  SITE    MANAGE
            GET    /api/sites/{siteId}/addresses/assessment                       SITE    SEE
            PUT    /api/sites/{siteId}/addresses/{id}                             SITE    MANAGE
            DELETE /api/sites/{siteId}/addresses/{id}                             SITE    MANAGE
            GET    /api/sites/{siteId}/addresses/{id}/below                       SITE    SEE
            POST   /api/sites/{siteId}/addresses/{id}/brought-certificate         SITE    MANAGE
            POST   /api/sites/{siteId}/addresses/{id}/https                       SITE    MANAGE
            GET    /api/sites/{siteId}/addresses/{id}/impact                      SITE    SEE
            POST   /api/sites/{siteId}/addresses/{id}/renaming                    SITE    MANAGE
            GET    /api/sites/{siteId}/arrivals                                   SITE    SEE
            PUT    /api/sites/{siteId}/arrivals                                   SITE    PUBLISH
            GET    /api/sites/{siteId}/audience                                   SITE    SEE
            PUT    /api/sites/{siteId}/audience/parts                             SITE    MANAGE
            DELETE /api/sites/{siteId}/audience/parts/{id}                        SITE    MANAGE
            POST   /api/sites/{siteId}/audience/parts/{id}/renewal                SITE    MANAGE
            POST   /api/sites/{siteId}/audience/trial                             SITE    SEE
            GET    /api/sites/{siteId}/changes                                    SITE    SEE
            PUT    /api/sites/{siteId}/closure                                    SITE    PUBLISH
            DELETE /api/sites/{siteId}/closure                                    SITE    PUBLISH
            POST   /api/sites/{siteId}/closure/outcomes                           SITE    SEE
            GET    /api/sites/{siteId}/comparison                                 SITE    SEE
            GET    /api/sites/{siteId}/comparison/words                           SITE    SEE
            GET    /api/sites/{siteId}/destinations                               SITE    SEE
            POST   /api/sites/{siteId}/destinations                               SITE    MANAGE
            GET    /api/sites/{siteId}/draft                                      SITE    SEE
            POST   /api/sites/{siteId}/draft/contents                             SITE    EDIT
            PUT    /api/sites/{siteId}/draft/contents/{hash}                      SITE    EDIT
            PUT    /api/sites/{siteId}/draft/files                                SITE    EDIT
            DELETE /api/sites/{siteId}/draft/files                                SITE    EDIT
            POST   /api/sites/{siteId}/draft/folder-copies                        SITE    EDIT
            POST   /api/sites/{siteId}/draft/edits                                SITE    EDIT
            POST   /api/sites/{siteId}/draft/moves                                SITE    EDIT
            POST   /api/sites/{siteId}/draft/offer                                SITE    EDIT
            PUT    /api/sites/{siteId}/draft/packs                                SITE    EDIT
            POST   /api/sites/{siteId}/draft/take                                 SITE    EDIT
            GET    /api/sites/{siteId}/draft/text                                 SITE    SEE
            PUT    /api/sites/{siteId}/draft/text                                 SITE    EDIT
            POST   /api/sites/{siteId}/draft/undo                                 SITE    EDIT
            PUT    /api/sites/{siteId}/draft/zip                                  SITE    EDIT
            GET    /api/sites/{siteId}/findings                                   SITE    SEE
            POST   /api/sites/{siteId}/findings/fixes                             SITE    EDIT
            PUT    /api/sites/{siteId}/findings/ignored                           SITE    EDIT
            GET    /api/sites/{siteId}/findings/weights                           SITE    SEE
            GET    /api/sites/{siteId}/hand-over                                  SITE    MANAGE
            POST   /api/sites/{siteId}/hand-over                                  SITE    MANAGE
            DELETE /api/sites/{siteId}/hand-over                                  SITE    MANAGE
            GET    /api/sites/{siteId}/history                                    SITE    SEE
            GET    /api/sites/{siteId}/https                                      SITE    SEE
            POST   /api/sites/{siteId}/https                                      SITE    MANAGE
            GET    /api/sites/{siteId}/https/outlook                              SITE    SEE
            PUT    /api/sites/{siteId}/live                                       SITE    PUBLISH
            PUT    /api/sites/{siteId}/live/version                               SITE    PUBLISH
            GET    /api/sites/{siteId}/missed-visits                              SITE    SEE
            GET    /api/sites/{siteId}/missed-visits/file                         SITE    SEE
            PUT    /api/sites/{siteId}/missed-visits/ignored                      SITE    EDIT
            GET    /api/sites/{siteId}/outcomes/address/{addressId}               SITE    SEE
            GET    /api/sites/{siteId}/outcomes/address/{addressId}/renaming      SITE    SEE
            GET    /api/sites/{siteId}/outcomes/audience                          SITE    SEE
            POST   /api/sites/{siteId}/outcomes/publish                           SITE    SEE
            GET    /api/sites/{siteId}/outcomes/redirects                         SITE    SEE
            GET    /api/sites/{siteId}/outcomes/takedown                          SITE    SEE
            GET    /api/sites/{siteId}/outcomes/version/{number}                  SITE    SEE
            GET    /api/sites/{siteId}/outside-links                              SITE    SEE
            POST   /api/sites/{siteId}/outside-links/checks                       SITE    EDIT
            GET    /api/sites/{siteId}/page-settings                              SITE    SEE
            PUT    /api/sites/{siteId}/page-settings                              SITE    EDIT
            GET    /api/sites/{siteId}/past                                       SITE    SEE
            GET    /api/sites/{siteId}/people                                     SITE    SEE
            POST   /api/sites/{siteId}/people/invitations                         SITE    MANAGE
            DELETE /api/sites/{siteId}/people/invitations/{invitationId}          SITE    MANAGE
            PUT    /api/sites/{siteId}/people/{id}                                SITE    MANAGE
            DELETE /api/sites/{siteId}/people/{id}                                SITE    MANAGE
            GET    /api/sites/{siteId}/places                                     SITE    SEE
            POST   /api/sites/{siteId}/places                                     SITE    MANAGE
            PUT    /api/sites/{siteId}/places/{id}                                SITE    MANAGE
            DELETE /api/sites/{siteId}/places/{id}                                SITE    MANAGE
            GET    /api/sites/{siteId}/plans                                      SITE    SEE
            POST   /api/sites/{siteId}/plans                                      SITE    PUBLISH
            PUT    /api/sites/{siteId}/presence/{page}                            SITE    SEE
            DELETE /api/sites/{siteId}/presence/{page}                            SITE    SEE
            POST   /api/sites/{siteId}/previews                                   SITE    SEE
            POST   /api/sites/{siteId}/publications                               SITE    PUBLISH
            GET    /api/sites/{siteId}/redirects                                  SITE    SEE
            POST   /api/sites/{siteId}/redirects/assessment                       SITE    SEE
            POST   /api/sites/{siteId}/redirects/changes                          SITE    EDIT
            GET    /api/sites/{siteId}/redirects/file                             SITE    SEE
            POST   /api/sites/{siteId}/redirects/file/assessment                  SITE    SEE
            POST   /api/sites/{siteId}/redirects/live                             SITE    PUBLISH
            POST   /api/sites/{siteId}/redirects/matches                          SITE    SEE
            GET    /api/sites/{siteId}/redirects/pages                            SITE    SEE
            POST   /api/sites/{siteId}/redirects/trial                            SITE    SEE
            POST   /api/sites/{siteId}/redirects/undo                             SITE    EDIT
            GET    /api/sites/{siteId}/redirects/uses                             SITE    SEE
            POST   /api/sites/{siteId}/redirects/visit                            SITE    SEE
            GET    /api/sites/{siteId}/registered                                 SITE    MANAGE
            DELETE /api/sites/{siteId}/registered                                 SITE    MANAGE
            GET    /api/sites/{siteId}/registered/file                            SITE    MANAGE
            DELETE /api/sites/{siteId}/registered/{id}                            SITE    MANAGE
            PUT    /api/sites/{siteId}/review-rule                                SITE    MANAGE
            GET    /api/sites/{siteId}/reviews                                    SITE    SEE
            POST   /api/sites/{siteId}/reviews                                    SITE    EDIT
            GET    /api/sites/{siteId}/reviews/{reviewId}                         SITE    SEE
            DELETE /api/sites/{siteId}/reviews/{reviewId}                         SITE    EDIT
            POST   /api/sites/{siteId}/reviews/{reviewId}/comments                SITE    COMMENT
            PUT    /api/sites/{siteId}/reviews/{reviewId}/decision                SITE    PUBLISH
            GET    /api/sites/{siteId}/search                                     SITE    SEE
            GET    /api/sites/{siteId}/sftp                                       SITE    SEE
            GET    /api/sites/{siteId}/share                                      SITE    SEE
            GET    /api/sites/{siteId}/share/card.svg                             SITE    SEE
            GET    /api/sites/{siteId}/share/code.png                             SITE    SEE
            GET    /api/sites/{siteId}/share/code.svg                             SITE    SEE
            GET    /api/sites/{siteId}/share/event.ics                            SITE    SEE
            GET    /api/sites/{siteId}/share/pages.csv                            SITE    SEE
            GET    /api/sites/{siteId}/shared-folders                             SITE    SEE
            POST   /api/sites/{siteId}/shared-folders                             SITE    EDIT
            DELETE /api/sites/{siteId}/shared-folders                             SITE    EDIT
            GET    /api/sites/{siteId}/shared-previews                            SITE    EDIT
            POST   /api/sites/{siteId}/shared-previews                            SITE    EDIT
            DELETE /api/sites/{siteId}/shared-previews/{id}                       SITE    EDIT
            GET    /api/sites/{siteId}/standing                                   SITE    SEE
            GET    /api/sites/{siteId}/takedown                                   SITE    SEE
            POST   /api/sites/{siteId}/takedown                                   SITE    PUBLISH
            GET    /api/sites/{siteId}/unlisted                                   SITE    SEE
            PUT    /api/sites/{siteId}/unlisted                                   SITE    MANAGE
            GET    /api/sites/{siteId}/versions                                   SITE    SEE
            POST   /api/sites/{siteId}/versions                                   SITE    EDIT
            PATCH  /api/sites/{siteId}/versions/{number}                          SITE    EDIT
            POST   /api/sites/{siteId}/versions/{number}/restoration              SITE    EDIT
            GET    /api/sites/{siteId}/versions/{number}/return                   SITE    SEE
            POST   /api/sites/{siteId}/versions/{number}/return                   SITE    EDIT
            GET    /api/sites/{siteId}/versions/{number}/zip                      SITE    SEE
            GET    /api/sites/{siteId}/visits                                     SITE    SEE
            GET    /api/sites/{siteId}/visits/page                                SITE    SEE
            GET    /api/sites/{siteId}/watched-folder                             SITE    SEE
            PUT    /api/sites/{siteId}/watched-folder                             SITE    MANAGE
            DELETE /api/sites/{siteId}/watched-folder                             SITE    MANAGE
            GET    /api/sites/{siteId}/where                                      SITE    SEE
            POST   /api/sites/{siteId}/where/checks                               SITE    SEE
            POST   /api/sites/{siteId}/word-replacements                          SITE    EDIT
            POST   /api/sites/{siteId}/word-searches                              SITE    SEE
            GET    /api/standings                                                 OWN     -
            GET    /api/take-over/{code}                                          OPEN    -
            POST   /api/take-over/{code}                                          ACCOUNT MANAGE
            GET    /api/tokens                                                    OWN     -
            POST   /api/tokens                                                    OWN     -
            DELETE /api/tokens/{id}                                               OWN     -
            GET    /api/unsubscribe/{token}                                       OPEN    -
            POST   /api/unsubscribe/{token}                                       OPEN    -
            GET    /calendar/{token}.ics                                          OPEN    -
            GET    /feed/{token}.atom                                             OPEN    -
            """;

    private static final List<Endpoint> ALL = TABLE.lines().map(Endpoints::row).toList();

    private static final Map<String, Endpoint> BY_NAME = ALL.stream()
            .collect(Collectors.toUnmodifiableMap(row -> row.method() + " " + row.path(), Function.identity()));

    private Endpoints() {}

    private static Endpoint row(String line) {
        String[] cells = line.split("\\s+");
        return new Endpoint(
                cells[0],
                cells[1],
                Endpoint.Reach.valueOf(cells[2]),
                Arrays.stream(cells)
                        .skip(3)
                        .filter(cell -> !cell.equals("-"))
                        .findFirst()
                        .map(Right::valueOf));
    }

    /** All rows. */
    public static List<Endpoint> all() {
        return ALL;
    }

    /** The row of a method and a path, as the table has it; empty when nobody may. */
    public static Optional<Endpoint> of(String method, String path) {
        return Optional.ofNullable(BY_NAME.get(method + " " + path));
    }
}
