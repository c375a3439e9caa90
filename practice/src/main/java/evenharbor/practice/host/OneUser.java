package evenharbor.practice.host;

import org.apache.ftpserver.ftplet.Authentication;
import org.apache.ftpserver.ftplet.AuthenticationFailedException;
import org.apache.ftpserver.ftplet.User;
import org.apache.ftpserver.ftplet.UserManager;
import org.apache.ftpserver.usermanager.UsernamePasswordAuthentication;

/** The only account of a server. */
final class OneUser implements UserManager {

    private final HostingAccount account;
    private final User user;

    OneUser(HostingAccount account, User user) {
        this.account = account;
        this.user = user;
    }

    @Override
    public User getUserByName(String name) {
        return doesExist(name) ? user : null;
    }

    @Override
    public String[] getAllUserNames() {
        return new String[] {account.user()};
    }

    @Override
    public boolean doesExist(String name) {
        return account.user().equals(name);
    }

    @Override
    public User authenticate(Authentication by) throws AuthenticationFailedException {
        if (by instanceof UsernamePasswordAuthentication given
                && account.user().equals(given.getUsername())
                && account.password().equals(given.getPassword())
                && !account.manner().is(HostingFault.REFUSES_SIGN_IN)) {
            return user;
        }
        throw new AuthenticationFailedException("User or password do not match");
    }

    @Override
    public void delete(String name) {
        throw new UnsupportedOperationException();
    }

    @Override
    public void save(User changed) {
        throw new UnsupportedOperationException();
    }

    @Override
    public String getAdminName() {
        return "";
    }

    @Override
    public boolean isAdmin(String name) {
        return false;
    }
}
