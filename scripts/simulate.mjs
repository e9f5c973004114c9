// npm run simulate: invented students against what is said of them; npm run simulate -- course: against our course.
await import(process.argv[2] === 'course' ? './simulate-course.mjs' : './simulate-stuck.mjs');
