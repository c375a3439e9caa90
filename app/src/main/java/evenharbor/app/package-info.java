/** The application. Each sub-package is a module; what is public in it is for the others. */
package evenharbor.app;
