package evenharbor.app.common.transaction;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.sql.Connection;
import java.util.function.Consumer;

/** A connection to the database that tells what is asked of it. */
public final class SeenConnection {

    private SeenConnection() {}

    /** The same connection. @param called is given the name of each method of it, before it is carried out */
    public static Connection of(Connection connection, Consumer<String> called) {
        return (Connection) Proxy.newProxyInstance(
                SeenConnection.class.getClassLoader(),
                new Class<?>[] {Connection.class},
                (proxy, method, arguments) -> {
                    called.accept(method.getName());
                    try {
                        return method.invoke(connection, arguments);
                    } catch (InvocationTargetException e) {
                        throw e.getTargetException();
                    }
                });
    }
}
