package evenharbor.app;

import static org.assertj.core.api.Assertions.assertThat;

import evenharbor.app.fixture.ApiClient;
import evenharbor.app.fixture.TestHarbor;
import java.io.ByteArrayOutputStream;
import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import javax.tools.ToolProvider;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A common generator makes a client from the description alone; it compiles, and publishes a site. */
class GeneratedClientTest {

    /** A program of a stranger's, by the names of the description. */
    private static final String PROGRAM = """
            import client.ApiClient;
            import client.ApiException;
            import client.api.LiveApi;
            import client.api.WhatApi;
            import client.model.NewPublication;
            import client.model.NewText;
            import client.model.Progress;
            import java.util.Set;

            public class Program {
                public static void main(String[] args) throws Exception {
                    ApiClient client = new ApiClient();
                    client.updateBaseUri(args[0]);
                    client.setRequestInterceptor(request -> request.header("Authorization", "Bearer " + args[1]));
                    WhatApi what = new WhatApi(client);
                    what.putSiteDraftText(args[2], "index.html", new NewText().text("<title>Generated</title>"), null);
                    LiveApi live = new LiveApi(client);
                    Progress progress = live.postSitePublications(
                            args[2],
                            new NewPublication()
                                    .heldBack(Set.of())
                                    .sentAnyway(Set.of())
                                    .declinedRedirects(Set.of())
                                    .rightsConfirmed(true)
                                    .draftRevision(what.getSiteDraft(args[2], null).getRevision()),
                            "generated-1");
                    while ("RUNNING".equals(progress.getState())) {
                        Thread.sleep(100);
                        progress = live.getPublication(progress.getId());
                    }
                    System.out.println(progress.getState() + " version " + progress.getVersion());
                    try {
                        live.getPublication("nothing");
                    } catch (ApiException e) {
                        System.out.println("refused with " + e.getCode());
                    }
                }
            }
            """;

    @TempDir
    private Path folder;

    @Test
    void itCompilesAndPublishesASite() throws Exception {
        Path generator = Path.of("target", "generator", "openapi-generator.jar").toAbsolutePath();
        Path description =
                Path.of("..", "web", "src", "common", "api", "openapi.json").toAbsolutePath();
        run(
                "java",
                "-jar",
                generator.toString(),
                "generate",
                "-i",
                description.toString(),
                "-g",
                "java",
                "--library",
                "native",
                "-o",
                folder.resolve("made").toString(),
                "--additional-properties="
                        + "openApiNullable=false,useJakartaEe=true,invokerPackage=client,apiPackage=client.api,modelPackage=client.model");
        Files.writeString(folder.resolve("Program.java"), PROGRAM);
        compile();

        ApiClient owner = TestHarbor.get().person();
        String site = owner.site("Generated");
        String name = "generated" + site.substring(0, 6);
        owner.claim(site, name).is(201);
        String token = owner.post("/api/tokens", Map.of("name", "Generated", "reach", "PUBLISH", "siteId", site))
                .is(201)
                .json()
                .get("token")
                .asString();
        assertThat(run("java", "-cp", classPath(), "Program", TestHarbor.get().origin(), token, site))
                .contains("DONE version 1")
                .contains("refused with 404");
        assertThat(owner.visit(name + ".harbor.localhost", "/").is(200).text()).contains("Generated");
    }

    private void compile() throws IOException {
        List<String> arguments = new ArrayList<>(
                List.of("-proc:none", "-nowarn", "-d", folder.resolve("classes").toString(), "-cp", classPath()));
        arguments.add(folder.resolve("Program.java").toString());
        try (Stream<Path> sources = Files.walk(folder.resolve("made/src/main/java"))) {
            sources.filter(source -> source.toString().endsWith(".java"))
                    .forEach(source -> arguments.add(source.toString()));
        }
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        int status = ToolProvider.getSystemJavaCompiler().run(null, said, said, arguments.toArray(String[]::new));
        assertThat(status).as(said.toString(StandardCharsets.UTF_8)).isZero();
    }

    private String classPath() {
        return folder.resolve("classes") + File.pathSeparator + System.getProperty("java.class.path");
    }

    private String run(String program, String... arguments) throws Exception {
        List<String> command = new ArrayList<>(
                List.of(Path.of(System.getProperty("java.home"), "bin", program).toString()));
        command.addAll(List.of(arguments));
        File said = folder.resolve("said").toFile();
        Process process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(said)
                .start();
        int status = process.waitFor();
        String text = Files.readString(said.toPath());
        assertThat(status).as(text).isZero();
        return text;
    }
}
