package evenharbor.app;

import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.stereotype.Component;

/** Ends the application and starts it again in the same process, so that it reads its settings anew. */
@Component
public class Restart {

    private static final Logger LOG = LoggerFactory.getLogger(Restart.class);

    /** Who asked for it is answered before. */
    private static final int SOON_MILLIS = 1_000;

    private static volatile String[] arguments;

    private final ConfigurableApplicationContext context;

    Restart(ConfigurableApplicationContext context) {
        this.context = context;
    }

    static void remember(String... given) {
        arguments = given.clone();
    }

    /** Does so as soon as what is under way is answered. */
    public void soon() {
        Thread thread = new Thread(this::again, "restart");
        // Not that of the web server, which ends.
        thread.setContextClassLoader(EvenHarbor.class.getClassLoader());
        thread.start();
    }

    private void again() {
        try {
            Thread.sleep(SOON_MILLIS);
        } catch (InterruptedException e) {
            return;
        }
        if (arguments == null) {
            LOG.warn("New settings are there, and count from the next start on");
            return;
        }
        LOG.info("It starts again, with new settings");
        context.close();
        try {
            EvenHarbor.main(arguments);
        } catch (RuntimeException | Error e) {
            // The log says why. Whoever looks after the process starts it anew.
            System.exit(1);
        }
    }
}
