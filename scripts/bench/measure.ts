console.log('[]');
