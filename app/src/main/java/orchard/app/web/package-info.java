/**
 * Pages: one controller a page, with a template folder of the same name. A page shows the rig in force; an edit is a POST
 * that answers with a refusal beside the field or with the page as it is now. Start reading at
 * {@link orchard.app.web.Frame} and {@link orchard.app.web.Replies}.
 */
package orchard.app.web;
