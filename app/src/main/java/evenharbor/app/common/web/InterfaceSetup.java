package evenharbor.app.common.web;

import java.time.Duration;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.CacheControl;
import org.springframework.web.servlet.config.annotation.ResourceHandlerRegistry;
import org.springframework.web.servlet.config.annotation.ViewControllerRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Serves the interface: its page at every address of its own, its assets for good. */
@Configuration
class InterfaceSetup implements WebMvcConfigurer {

    private static final String PLACE = "/{place:(?!api$|assets$)[^.]+}";

    @Override
    public void addViewControllers(ViewControllerRegistry registry) {
        // Any place that is not the API's or a file's, also one that there is not: the interface says so in its own
        // words.
        for (String path : new String[] {"/", PLACE, PLACE + "/**"}) {
            registry.addViewController(path).setViewName("forward:/index.html");
        }
    }

    @Override
    public void addResourceHandlers(ResourceHandlerRegistry registry) {
        registry.addResourceHandler("/assets/**")
                .addResourceLocations("classpath:/static/assets/")
                .setCacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePublic().immutable());
        registry.addResourceHandler("/index.html", "/mark.svg")
                .addResourceLocations("classpath:/static/")
                .setCacheControl(CacheControl.noCache());
    }
}
