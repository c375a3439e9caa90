package evenharbor.app.who.access;

import evenharbor.app.HarborProperties;
import evenharbor.core.who.access.Endpoint;
import evenharbor.core.who.access.Endpoints;
import jakarta.servlet.Filter;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.access.intercept.AuthorizationFilter;
import org.springframework.security.web.authentication.AnonymousAuthenticationFilter;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.header.writers.ReferrerPolicyHeaderWriter.ReferrerPolicy;
import org.springframework.security.web.servlet.util.matcher.PathPatternRequestMatcher;
import org.springframework.security.web.util.matcher.RequestMatcher;

/** Who may call what, and the headers that keep the application's pages to themselves. */
@Configuration
public class SecuritySetup {

    /** In KiB. */
    private static final int LEAST_PASSWORD_MEMORY = 8_192;

    private static final int SALT_BYTES = 16;
    private static final int HASH_BYTES = 32;
    private static final int ROUNDS = 2;

    private static final String SIGN_IN_NEEDED = """
            {"type":"/problems/sign-in-needed","title":"Sign in to go on","status":401,\
            "detail":"You are signed out. Nothing was changed. Sign in to go on."}""";

    private static final String FORGED = """
            {"type":"/problems/forged","title":"This page is out of date","status":403,\
            "detail":"The page was opened before you signed in, or in another window. Nothing was changed. Load it again."}""";

    /** Argon2id (RFC 9106). What was kept with other numbers is read by those. */
    @Bean
    PasswordEncoder passwordEncoder(AccessProperties access, HarborProperties harbor) {
        if (access.passwordMemory() < LEAST_PASSWORD_MEMORY && !harbor.practice()) {
            throw new IllegalStateException("Even Harbor was not started: harbor.access.password-memory is "
                    + access.passwordMemory() + " and has to be at least " + LEAST_PASSWORD_MEMORY + ".");
        }
        return new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, 1, access.passwordMemory(), ROUNDS);
    }

    @Bean
    SecurityContextRepository securityContextRepository() {
        return new HttpSessionSecurityContextRepository();
    }

    /** The filters work inside the security chain only. */
    @Bean
    FilterRegistrationBean<BearerFilter> bearerOutsideChain(BearerFilter filter) {
        return insideChainOnly(filter);
    }

    @Bean
    FilterRegistrationBean<RequestLimits> limitsOutsideChain(RequestLimits filter) {
        return insideChainOnly(filter);
    }

    @Bean
    FilterRegistrationBean<RepeatedRequests> repeatedOutsideChain(RepeatedRequests filter) {
        return insideChainOnly(filter);
    }

    private static <F extends Filter> FilterRegistrationBean<F> insideChainOnly(F filter) {
        FilterRegistrationBean<F> registration = new FilterRegistrationBean<>(filter);
        registration.setEnabled(false);
        return registration;
    }

    @Bean
    SecurityFilterChain chain(
            HttpSecurity http,
            BearerFilter bearer,
            RequestLimits limits,
            RepeatedRequests repeated,
            SecurityContextRepository contexts,
            HarborProperties harbor) {
        return http.csrf(csrf -> csrf.spa()
                        .ignoringRequestMatchers(BearerFilter::carriesToken)
                        // Mail programs say it by themselves (RFC 8058); the token in the path is the proof.
                        .ignoringRequestMatchers("/api/unsubscribe/*"))
                .securityContext(context -> context.securityContextRepository(contexts))
                .addFilterBefore(bearer, AnonymousAuthenticationFilter.class)
                .addFilterAfter(limits, AuthorizationFilter.class)
                .addFilterAfter(repeated, RequestLimits.class)
                .authorizeHttpRequests(requests -> requests.requestMatchers(open())
                        .permitAll()
                        .requestMatchers("/api/**")
                        .authenticated()
                        .anyRequest()
                        .permitAll())
                .exceptionHandling(handling -> handling.authenticationEntryPoint((request, response, e) -> {
                            response.setStatus(HttpStatus.UNAUTHORIZED.value());
                            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                            response.getWriter().write(SIGN_IN_NEEDED);
                        })
                        .accessDeniedHandler((request, response, e) -> {
                            response.setStatus(HttpStatus.FORBIDDEN.value());
                            response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
                            response.getWriter().write(FORGED);
                        }))
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .requestCache(cache -> cache.disable())
                .headers(headers -> headers.contentSecurityPolicy(csp -> csp.policyDirectives(policy(harbor)))
                        .referrerPolicy(referrer -> referrer.policy(ReferrerPolicy.SAME_ORIGIN))
                        .frameOptions(frame -> frame.deny()))
                .build();
    }

    /** What the table of rights leaves to everyone, signed in or not. */
    private static RequestMatcher[] open() {
        return Endpoints.all().stream()
                .filter(row -> row.reach() == Endpoint.Reach.OPEN)
                .map(row -> PathPatternRequestMatcher.pathPattern(HttpMethod.valueOf(row.method()), row.path()))
                .toArray(RequestMatcher[]::new);
    }

    private static String policy(HarborProperties harbor) {
        String previews = "http://*." + harbor.previewEnding() + ":* https://*." + harbor.previewEnding() + ":*";
        // Styles need 'unsafe-inline' for the element styles that the menu and editor libraries set.
        return "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob: "
                + previews + "; font-src 'self'; connect-src 'self'; frame-src " + previews
                + "; manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";
    }
}
