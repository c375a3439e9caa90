/** Loads the made-up owner's four sites. Entry point: {@link evenharbor.app.demo.DemoLoader}. */
package evenharbor.app.demo;
