package evenharbor.app.practice.demo;

import java.nio.file.Path;
import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * Where the demo's pages lie.
 *
 * @param demo the folder with one folder a site; absent when no demo is wanted
 */
@ConfigurationProperties("harbor")
public record DemoProperties(Path demo) {}
