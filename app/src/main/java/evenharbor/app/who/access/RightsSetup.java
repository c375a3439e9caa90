package evenharbor.app.who.access;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Puts the guard of rights before everything that the API does. */
@Configuration
class RightsSetup implements WebMvcConfigurer {

    private final RightsGuard guard;

    RightsSetup(RightsGuard guard) {
        this.guard = guard;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(guard).addPathPatterns("/api/**");
    }
}
