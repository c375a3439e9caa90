/** What every part of the application uses: problems, secrets, the web page itself. Knows nothing of sites or people. */
package evenharbor.app.common;
